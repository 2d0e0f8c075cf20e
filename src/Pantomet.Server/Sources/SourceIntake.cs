using AnyAscii;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Framing;
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
    SourcePixels pixels,
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
    /// <param name="replacing">A source whose place a better file of the same picture takes, with its names and framings.</param>
    public async Task<IntakeAnswer> TakeAsync(string? sentName, Stream content, CancellationToken cancel, SourceRow? replacing = null)
    {
        var name = ArrivingFileName.Clean(sentName);
        try
        {
            using var file = await store.WriteAsideAsync(content, settings.MostFileBytes, cancel);
            return await RecogniseAsync(name, file, replacing, cancel);
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

    /// <summary>Does something during which no source may come in, nor come back.</summary>
    /// <param name="work">What to do.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task WhileNothingIsRegisteredAsync(Func<Task> work, CancellationToken cancel)
    {
        await registering.WaitAsync(cancel);
        try
        {
            await work();
        }
        finally
        {
            registering.Release();
        }
    }

    public void Dispose()
    {
        probing.Dispose();
        registering.Dispose();
    }

    private async Task<IntakeAnswer> RecogniseAsync(string name, AsideFile file, SourceRow? replacing, CancellationToken cancel)
    {
        if (await AlreadyThereAsync(name, file, replacing, cancel) is { } there)
            return there;
        var working = Path.Combine(folder.Incoming, Guid.NewGuid().ToString("N"));
        try
        {
            var probed = await ProbedAsync(file, working, cancel);
            await previews.KeepAsync(file.Sha256, probed.Previews, cancel);
            if (probed.HasWorkingPicture)
                pixels.Keep(file.Sha256, working);
            return await RegisterAsync(name, file, probed, replacing, cancel);
        }
        finally
        {
            File.Delete(working);
        }
    }

    private async Task<ProbedSource> ProbedAsync(AsideFile file, string working, CancellationToken cancel)
    {
        await probing.WaitAsync(cancel);
        try
        {
            return await Task.Run(() => SourceProbe.Probe(file.Path, working, settings.MostPixels), cancel);
        }
        finally
        {
            probing.Release();
        }
    }

    private async Task<IntakeAnswer> RegisterAsync(string name, AsideFile file, ProbedSource probed, SourceRow? replacing, CancellationToken cancel)
    {
        // One at a time, so that two files that arrive together cannot get the same stem, nor the same bytes two rows.
        await registering.WaitAsync(cancel);
        try
        {
            if (await AlreadyThereAsync(name, file, replacing, cancel) is { } there)
                return there;
            await using var database = await databases.CreateDbContextAsync(cancel);
            var source = new SourceRow
            {
                Id = file.Sha256,
                Checksum = file.Checksum,
                FileName = name,
                Bytes = file.Bytes,
                Facts = probed.Facts,
                Proposal = probed.Proposal,
                Stem = replacing?.Stem ?? await FreeStemAsync(database, name, cancel),
                AltText = probed.Facts.Description,
                AddedAt = clock.GetUtcNow().UtcDateTime,
            };
            if (replacing is not null)
                await TakePlaceAsync(database, source, replacing.Id, cancel);
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

    private static async Task<string> FreeStemAsync(PantometDb database, string name, CancellationToken cancel)
    {
        var wanted = Stem.From(Path.GetFileNameWithoutExtension(name).Transliterate());
        var taken = (await database.Sources.Where(row => row.Stem.StartsWith(wanted)).Select(row => row.Stem).ToListAsync(cancel)).ToHashSet();
        return Stem.Free(wanted, taken.Contains);
    }

    // Names, dates and framings go over to the better file; the one before goes where taken-away sources go, in the same transaction.
    private async Task TakePlaceAsync(PantometDb database, SourceRow better, string oldId, CancellationToken cancel)
    {
        var old = await database.Sources.SingleAsync(row => row.Id == oldId, cancel);
        (better.Stem, better.AltText, better.AddedAt) = (old.Stem, old.AltText, old.AddedAt);
        better.NumberedAs = old.NumberedAs ?? old.Sequence;
        better.Framing = CopiedFraming.ForReplaced(old.Framing, old.Facts.Size, better.Facts.Size);
        better.FramingRevision++;
        old.DeletedAt = clock.GetUtcNow().UtcDateTime;
    }

    private async Task<IntakeAnswer?> AlreadyThereAsync(string name, AsideFile file, SourceRow? replacing, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        if (await database.Sources.SingleOrDefaultAsync(row => row.Id == file.Sha256, cancel) is not { } known)
            return null;
        // What was lost or altered on the disk is whole again.
        if (!ContentStore.Holds(folder.Originals, known.Id))
            ContentStore.Keep(file, folder.Originals);
        if (known.DeletedAt is null)
            return new IntakeAnswer(name, SourceAnswer.Of(known), DuplicateOf: known.Id);
        // Sent again after it was deleted: it comes back with everything that was set on it.
        known.DeletedAt = null;
        if (replacing is not null)
            await TakePlaceAsync(database, known, replacing.Id, cancel);
        await database.SaveChangesAsync(cancel);
        return new IntakeAnswer(name, SourceAnswer.Of(known));
    }

    private static IntakeAnswer Refused(string name, string id, string sentence) =>
        new(name, Problem: new IntakeProblem($"/problems/{id}", $"{name}: {sentence}"));
}
