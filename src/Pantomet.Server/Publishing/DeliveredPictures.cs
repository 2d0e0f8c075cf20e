using BitFaster.Caching.Lru;
using Pantomet.Core.Publishing;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Publishing;

/// <summary>Answers of the delivery, remembered until anything in the library changes; small files with their bytes.</summary>
internal sealed class DeliveredPictures(IServiceScopeFactory scopes, IDbContextFactory<PantometDb> databases, RenderedFileIndex index)
{
    private const int Answers = 20_000;

    // As much as 64 MB together, and then from the disk.
    private const int InMemory = 512;
    private const long LongestInMemory = 128_000;

    private readonly ConcurrentLru<PictureRequest, (long Changes, Delivered Answer)> known = new(Answers);
    private readonly ConcurrentLru<string, byte[]> contents = new(InMemory);

    /// <summary>What a request gets.</summary>
    /// <param name="asked">What is asked for.</param>
    /// <param name="accepts">Which formats its client takes.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async ValueTask<Delivered> GetAsync(PictureRequest asked, AcceptedFormats accepts, CancellationToken cancel)
    {
        if (!asked.IsPossible)
            return new Delivered.Unknown(PictureFinder.NotDelivered);
        // Read before the rows: what is written in between is looked up twice rather than never.
        var changes = databases.Changes();
        if (known.TryGet(asked, out var before) && before.Changes == changes)
            return await UsedAsync(before.Answer, cancel);
        await using var scope = scopes.CreateAsyncScope();
        var answer = await scope.ServiceProvider.GetRequiredService<PictureFinder>().FindAsync(asked, accepts, cancel);
        if (answer is Delivered.Found { Path: { } path, Row: { } row } found && row.Bytes <= LongestInMemory)
            answer = found with { Content = await ContentAsync(row.Sha256, path, cancel) };
        // What stands in for something that is being made, or could not be had for the crowd, is asked for again.
        if (answer is not Delivered.Busy and not Delivered.Found { IsFinal: false })
            known.AddOrUpdate(asked, (changes, answer));
        return answer;
    }

    private async ValueTask<Delivered> UsedAsync(Delivered answer, CancellationToken cancel)
    {
        if (answer is Delivered.Found { Row: { } row })
            await index.UseAsync(row.Sequence, row.UsedAt, cancel);
        return answer;
    }

    private async Task<byte[]?> ContentAsync(string sha256, string path, CancellationToken cancel)
    {
        if (contents.TryGet(sha256, out var bytes))
            return bytes;
        try
        {
            bytes = await File.ReadAllBytesAsync(path, cancel);
        }
        catch (Exception gone) when (gone is FileNotFoundException or DirectoryNotFoundException)
        {
            return null;
        }

        contents.AddOrUpdate(sha256, bytes);
        return bytes;
    }
}
