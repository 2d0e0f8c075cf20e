using AnyAscii;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Sources;
using Pantomet.Server.Hosting;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Sources;

/// <summary>Takes files in: streams them to disk, finds out what they are, and keeps originals and previews.</summary>
internal sealed class SourceIntake(
    ServerSettings settings,
    DataFolder folder,
    ContentStore store,
    PreviewFiles previews,
    IDbContextFactory<PantometDb> databases,
    TimeProvider clock,
    ILogger<SourceIntake> log) : IDisposable
{
    // Decoding is bounded apart from receiving: files go on arriving while two are looked at.
    private readonly SemaphoreSlim probing = new(Environment.ProcessorCount);
    private readonly SemaphoreSlim registering = new(1);

    /// <summary>Takes one file in. Whatever is wrong with it becomes an answer, so that the others go on.</summary>
    /// <param name="sentName">Not trusted.</param>
    /// <param name="content">Read to its end.</param>
    /// <param name="cancel">The sender is gone.</param>
    public async Task<IntakeAnswer> TakeAsync(string? sentName, Stream content, CancellationToken cancel)
    {
        var name = ArrivingFileName.Clean(sentName);
        try
        {
            using var file = await store.WriteAsideAsync(content, settings.MostFileBytes, cancel);
            return await RecogniseAsync(name, file, cancel);
        }
        catch (UnreadableException problem)
        {
            log.LogInformation(problem, "Refused {FileName}: {Problem}", name, problem.Id);
            return Refused(name, problem.Id, problem.Message);
        }
        catch (FileTooLongException)
        {
            return Refused(name, "file-too-long", $"The file has more than {settings.MostFileBytes / 1_000_000:#,0} MB. Save a smaller copy and send that.");
        }
        catch (Exception problem) when (DiskFull.Is(problem))
        {
            log.LogError(problem, "The disk is full");
            return Refused(name, "disk-full", DiskFull.Sentence);
        }
    }

    public void Dispose()
    {
        probing.Dispose();
        registering.Dispose();
    }

    private async Task<IntakeAnswer> RecogniseAsync(string name, AsideFile file, CancellationToken cancel)
    {
        if (await AlreadyThereAsync(name, file.Sha256, cancel) is { } there)
            return there;
        ProbedSource probed;
        await probing.WaitAsync(cancel);
        try
        {
            probed = await Task.Run(() => SourceProbe.Probe(file.Path, settings.MostPixels), cancel);
        }
        finally
        {
            probing.Release();
        }

        await previews.KeepAsync(file.Sha256, probed.Previews, cancel);
        return await RegisterAsync(name, file, probed.Facts, cancel);
    }

    private async Task<IntakeAnswer> RegisterAsync(string name, AsideFile file, SourceFacts facts, CancellationToken cancel)
    {
        // One at a time, so that two files that arrive together cannot get the same stem, nor the same bytes two rows.
        await registering.WaitAsync(cancel);
        try
        {
            if (await AlreadyThereAsync(name, file.Sha256, cancel) is { } there)
                return there;
            await using var database = await databases.CreateDbContextAsync(cancel);
            var wanted = Stem.From(Path.GetFileNameWithoutExtension(name).Transliterate());
            var taken = (await database.Sources.Where(row => row.Stem.StartsWith(wanted)).Select(row => row.Stem).ToListAsync(cancel)).ToHashSet();
            var source = new SourceRow
            {
                Id = file.Sha256,
                FileName = name,
                Bytes = file.Bytes,
                Facts = facts,
                Stem = Stem.Free(wanted, taken.Contains),
                AltText = facts.Description,
                AddedAt = clock.GetUtcNow().UtcDateTime,
            };
            // The file first: a row without a file would be a promise that cannot be kept.
            ContentStore.Keep(file, folder.Originals);
            database.Sources.Add(source);
            await database.SaveChangesAsync(cancel);
            return new IntakeAnswer(name, SourceAnswer.Of(source));
        }
        finally
        {
            registering.Release();
        }
    }

    private async Task<IntakeAnswer?> AlreadyThereAsync(string name, string sha256, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        if (await database.Sources.SingleOrDefaultAsync(row => row.Id == sha256, cancel) is not { } known)
            return null;
        if (known.DeletedAt is null)
            return new IntakeAnswer(name, SourceAnswer.Of(known), DuplicateOf: known.Id);
        // Sent again after it was deleted: it comes back with everything that was set on it.
        known.DeletedAt = null;
        await database.SaveChangesAsync(cancel);
        return new IntakeAnswer(name, SourceAnswer.Of(known));
    }

    private static IntakeAnswer Refused(string name, string id, string sentence) =>
        new(name, Problem: new IntakeProblem($"/problems/{id}", $"{name}: {sentence}"));
}
