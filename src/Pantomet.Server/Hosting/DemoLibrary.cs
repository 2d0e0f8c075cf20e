using Pantomet.Core.Destinations;
using Pantomet.Server.Destinations;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Hosting;

/// <summary>Fills an empty library with the demo: the sources and destinations of the invented shop Galewright Kites.</summary>
/// <remarks>A note in the data folder says that it is not finished: whatever interrupts a first start, the next one goes on with
/// it.</remarks>
internal sealed class DemoLibrary(
    ServerSettings settings, DataFolder folder, IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue,
    SourceIntake intake, ILogger<DemoLibrary> log)
{
    /// <summary>Takes the demo in, unless there is none or the library was ever used.</summary>
    /// <param name="cancel">The server ends.</param>
    /// <exception cref="InvalidDataException">Something of the demo cannot be taken in.</exception>
    public async Task MakeAsync(CancellationToken cancel)
    {
        if (settings.DemoFolder is not { } demo)
            return;
        if (!File.Exists(folder.UnfinishedDemo))
        {
            await using var database = await databases.CreateDbContextAsync(cancel);
            if (await database.Destinations.AnyAsync(cancel) || await database.Sources.AnyAsync(cancel))
                return;
            await File.WriteAllTextAsync(folder.UnfinishedDemo, "The demo library is being made; the next start goes on with it.", cancel);
        }

        await AddDestinationsAsync(Path.Combine(demo, "destinations"), cancel);
        await AddPicturesAsync(Path.Combine(demo, "sources"), cancel);
        File.Delete(folder.UnfinishedDemo);
    }

    private async Task AddDestinationsAsync(string from, CancellationToken cancel)
    {
        foreach (var path in (await File.ReadAllLinesAsync(Path.Combine(from, "order.txt"), cancel)).Where(line => line.Length > 0))
        {
            cancel.ThrowIfCancellationRequested();
            var reading = DestinationReader.Read(await File.ReadAllTextAsync(Path.Combine(from, path), cancel));
            if (reading.Problems is [var first, ..])
                throw new InvalidDataException($"{path}, line {first.Line}, {first.Field}: {first.Sentence}");
            // What is there already came before the interruption.
            await catalogue.StoreAsync(reading.Document!, isNew: true);
        }
    }

    private async Task AddPicturesAsync(string from, CancellationToken cancel)
    {
        var pictures = Directory.EnumerateFiles(from).Where(path => !path.EndsWith(".md", StringComparison.Ordinal)).OrderDescending()
            .ToList();
        log.LogInformation("Making the demo library from {Count} pictures", pictures.Count);
        foreach (var path in pictures)
        {
            await using var file = File.OpenRead(path);
            if (await intake.TakeAsync(Path.GetFileName(path), file, cancel) is { Problem: { } problem })
                throw new InvalidDataException(problem.Detail);
        }
    }
}
