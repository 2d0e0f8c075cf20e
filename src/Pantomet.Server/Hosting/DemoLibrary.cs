using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Destinations;
using Pantomet.Server.Destinations;
using Pantomet.Server.Sources;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Hosting;

/// <summary>Fills an empty library with the demo: the sources and destinations of the invented shop Galewright Kites.</summary>
internal sealed class DemoLibrary(ServerSettings settings, PantometDb database, DestinationCatalogue catalogue, SourceIntake intake, ILogger<DemoLibrary> log)
{
    /// <summary>Takes the demo in, unless there is none or the library was ever used.</summary>
    /// <param name="cancel">The server ends.</param>
    public async Task MakeAsync(CancellationToken cancel)
    {
        if (settings.DemoFolder is not { } demo || await database.Destinations.AnyAsync(cancel) || await database.Sources.AnyAsync(cancel))
            return;
        foreach (var path in (await File.ReadAllLinesAsync(Path.Combine(demo, "destinations", "order.txt"), cancel)).Where(line => line.Length > 0))
        {
            var text = await File.ReadAllTextAsync(Path.Combine(demo, "destinations", path), cancel);
            var reading = DestinationReader.Read(text);
            if (reading.Problems is [var first, ..])
                throw new InvalidDataException($"{path}, line {first.Line}, {first.Field}: {first.Sentence}");
            await catalogue.StoreAsync(reading.Document!, over: null, cancel);
        }

        var pictures = Directory.EnumerateFiles(Path.Combine(demo, "sources")).Where(path => !path.EndsWith(".md", StringComparison.Ordinal)).OrderDescending().ToList();
        log.LogInformation("Making the demo library from {Count} pictures", pictures.Count);
        foreach (var path in pictures)
        {
            await using var file = File.OpenRead(path);
            if (await intake.TakeAsync(Path.GetFileName(path), file, cancel) is { Problem: { } problem })
                throw new InvalidDataException(problem.Detail);
        }
    }
}
