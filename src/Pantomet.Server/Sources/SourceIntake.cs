using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Isolation;
using Pantomet.Rendering;
using Pantomet.Server.Acts;
using Pantomet.Server.Hosting;
using Pantomet.Server.Jobs;
using Pantomet.Server.Sources.Composing;

namespace Pantomet.Server.Sources;

/// <summary>Takes files in: streams them to disk, finds out what they are, and keeps originals and previews.</summary>
internal sealed class SourceIntake(
    ServerSettings settings,
    DataFolder folder,
    ContentStore store,
    PreviewFiles previews,
    SourcePixels pixels,
    DecoderPool decoders,
    IDbContextFactory<PantometDb> databases,
    WakeSignal signal,
    TimeProvider clock,
    ILogger<SourceIntake> log) : IDisposable
{
    private readonly SemaphoreSlim registering = new(1);
    private int isFacesProblemSaid;

    /// <summary>Takes one file in. Whatever is wrong with it becomes an answer, so that the others go on.</summary>
    /// <param name="sentName">Not trusted.</param>
    /// <param name="content">Read to its end.</param>
    /// <param name="cancel">The sender is gone.</param>
    /// <param name="replacing">A source whose place a better file of the same picture takes, with its names and framings.</param>
    /// <param name="made">What is known of it where it was made of other sources; null for a file that was sent.</param>
    public async Task<IntakeAnswer> TakeAsync(
        string? sentName, Stream content, CancellationToken cancel, SourceRow? replacing = null, MadeOfOthers? made = null)
    {
        var name = ArrivingFileName.Clean(sentName);
        try
        {
            using var file = await store.StageAsync(content, settings.MaxFileBytes, cancel);
            var answer = await RecogniseAsync(new Arrival(name, replacing, made), file, cancel);
            // What is made of the one before is to be made again.
            if (replacing is not null)
                signal.Wake();
            return answer;
        }
        catch (UnreadableException problem)
        {
            log.LogInformation(problem, "Refused {FileName}: {Problem}", name, problem.Id);
            return Refused(name, problem.Id, problem.Message);
        }
        catch (FileTooLongException)
        {
            return Refused(
                name, "file-too-long",
                $"The file has more than {settings.MaxFileBytes / 1_000_000:#,0} MB. Save a smaller copy and send that.");
        }
        catch (Exception problem) when (StorageFull.Is(problem))
        {
            log.LogError(problem, "The disk is full");
            return Refused(name, "disk-full", DiskFull.Sentence);
        }
        // Whatever else fails, fails for this file: those before it are in, those after it have their turn.
        catch (Exception problem) when (problem is not (OperationCanceledException or BrokenOffException))
        {
            log.LogError(problem, "Could not take in {FileName}", name);
            return Refused(
                name, "not-taken-in",
                "Something failed in the server while it was taken in. Send it again; if it happens again, look into the server's log.");
        }
    }

    /// <summary>Does something during which no source may come in, nor come back by being sent again.</summary>
    /// <param name="work">What to do; carried through once it has begun.</param>
    /// <param name="cancel">The asker is gone before it began.</param>
    public async Task<T> WhileNothingElseIsRegisteredAsync<T>(Func<Task<T>> work, CancellationToken cancel)
    {
        await registering.WaitAsync(cancel);
        try
        {
            return await work();
        }
        finally
        {
            registering.Release();
        }
    }

    public void Dispose()
    {
        registering.Dispose();
    }

    private async Task<IntakeAnswer> RecogniseAsync(Arrival arrival, StagedFile file, CancellationToken cancel)
    {
        if (await AlreadyThereAsync(arrival, file, cancel) is { } there)
            return there;
        // Looking is bounded apart from receiving: files go on arriving meanwhile.
        var looked = await decoders.LookAsync(file.Path, known: null, folder.Incoming, settings.MaxPixels, cancel);
        if (looked.FacesProblem is { } problem && Interlocked.Exchange(ref isFacesProblemSaid, 1) == 0)
            log.LogWarning("Faces are not looked for, and everything else goes on: {Problem}", problem);
        try
        {
            // Both are made again where they are missing: nobody need wait for them to be flushed.
            await previews.KeepAsync(file.Sha256, looked.Probed.Previews, cancel);
            if (looked.WorkingPicture is { } working)
                pixels.Keep(file.Sha256, working);
            return await WhileNothingElseIsRegisteredAsync(
                async () =>
                {
                    if (arrival.Replacing is { } old && !await IsThereAsync(old.Id))
                        return Late(arrival);
                    // The file first: a row without a file would be a promise that cannot be kept.
                    if (!ContentStore.Holds(folder.Originals, file.Sha256))
                        ContentStore.Keep(file, folder.Originals);
                    return await RegisterAsync(arrival, file, looked);
                },
                cancel);
        }
        finally
        {
            if (looked.WorkingPicture is { } left)
                File.Delete(left);
        }
    }

    private Task<IntakeAnswer> RegisterAsync(Arrival arrival, StagedFile file, LookedAt looked) =>
        databases.WriteAsync(async database =>
        {
            // It may have come in by another way while this one was looked at.
            if (await database.Sources.SingleOrDefaultAsync(row => row.Id == file.Sha256) is { } known)
                return await KnownAsync(database, arrival, known);
            var source = new SourceRow
            {
                Id = file.Sha256,
                Checksum = file.Checksum,
                FileName = arrival.Name,
                Bytes = file.Bytes,
                Facts = looked.Probed.Facts,
                LookBytes = looked.PeakBytes,
                LookMilliseconds = (int)looked.Time.TotalMilliseconds,
                Proposal = looked.Probed.Proposal,
                Likeness = looked.Probed.Likeness,
                Stem = Stem.From(Stems.Ascii(Path.GetFileNameWithoutExtension(arrival.Name))),
                AltText = arrival.Made?.AltText ?? looked.Probed.Facts.Description,
                Group = arrival.Made?.Group ?? "",
                Composed = arrival.Made?.Composed,
                AddedAt = clock.GetUtcNow().UtcDateTime,
            };
            if (arrival.Replacing is not null && !await TakePlaceAsync(database, source, arrival.Replacing.Id))
                return Late(arrival);
            source.Stem = await Stems.FreeAsync(database, source.Stem, source.Id);
            database.Sources.Add(source);
            return new IntakeAnswer(arrival.Name, SourceAnswer.Of(source));
        });

    // Names, dates and framings go over to the better file; the one before goes where taken-away sources go.
    private async Task<bool> TakePlaceAsync(PantometDb database, SourceRow better, string oldId)
    {
        if (await database.Sources.SingleOrDefaultAsync(row => row.Id == oldId && row.DeletedAt == null) is not { } old)
            return false;
        if (await ComposedInputs.MadeOfAsync(database, oldId) is { Count: > 0 } madeOfIt)
            database.Acts.Add(ComposingActs.MakingAgain([.. madeOfIt.Select(row => row.Id)], clock.GetUtcNow().UtcDateTime));
        (better.Stem, better.AltText, better.Group, better.AddedAt) = (old.Stem, old.AltText, old.Group, old.AddedAt);
        better.Weights = old.Weights;
        better.NumberedAs = old.NumberedAs ?? old.Sequence;
        better.Framing = CopiedFraming.ForReplaced(old.Framing, old.Facts.Size, better.Facts.Size);
        better.FramingRevision++;
        old.DeletedAt = clock.GetUtcNow().UtcDateTime;
        old.ReplacedBy = better.Id;
        // Before its stem is given to another.
        await database.SaveChangesAsync();
        return true;
    }

    private async Task<bool> IsThereAsync(string id)
    {
        await using var database = await databases.CreateDbContextAsync();
        return await database.Sources.AnyAsync(row => row.Id == id && row.DeletedAt == null);
    }

    // Two cannot take one place: who comes second looks first at what is there now.
    private static IntakeAnswer Late(Arrival arrival) => Refused(
        arrival.Name, IntakeProblem.ReplacedMeanwhile,
        $"{arrival.Replacing!.Stem} was replaced or deleted meanwhile. Nothing was changed; look at what is there now, then try again.");

    private async Task<IntakeAnswer?> AlreadyThereAsync(Arrival arrival, StagedFile file, CancellationToken cancel)
    {
        await using (var database = await databases.CreateDbContextAsync(cancel))
        {
            if (!await database.Sources.AnyAsync(row => row.Id == file.Sha256, cancel))
                return null;
        }

        // Nothing is taken out of the bin for good meanwhile.
        return await WhileNothingElseIsRegisteredAsync(
            async () =>
            {
                // What was lost or altered on the disk is whole again.
                if (!ContentStore.Holds(folder.Originals, file.Sha256))
                    ContentStore.Keep(file, folder.Originals);
                return await databases.WriteAsync(async database =>
                    await database.Sources.SingleOrDefaultAsync(row => row.Id == file.Sha256) is { } known
                        ? await KnownAsync(database, arrival, known)
                        : null);
            },
            cancel);
    }

    private async Task<IntakeAnswer> KnownAsync(PantometDb database, Arrival arrival, SourceRow known)
    {
        var (name, replacing, made) = arrival;
        if (known.DeletedAt is null)
        {
            // Made again, and nothing of it is another: it is up to date.
            if (known.Composed is not null && made is not null)
                known.Composed = made.Composed;
            return new IntakeAnswer(name, SourceAnswer.Of(known), DuplicateOf: known.Id);
        }

        // Sent again after it was deleted: it comes back with everything that was set on it. What takes the place of another as a file is
        // a file: it might be made of the very one whose place it takes.
        if (replacing is not null && !await TakePlaceAsync(database, known, replacing.Id))
            return Late(arrival);
        if (made is not null || replacing is not null)
            known.Composed = made?.Composed;
        await Stems.BringBackAsync(database, known);
        return new IntakeAnswer(name, SourceAnswer.Of(known));
    }

    private static IntakeAnswer Refused(string name, string id, string sentence) =>
        new(name, Problem: new IntakeProblem($"/problems/{id}", $"{name}: {sentence}"));

    private sealed record Arrival(string Name, SourceRow? Replacing, MadeOfOthers? Made);
}
