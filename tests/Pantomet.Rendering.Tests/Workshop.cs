using System.Collections.Concurrent;
using Microsoft.Extensions.Logging.Abstractions;
using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Rendering.Tests;

/// <summary>A renderer with one picture, an index in memory and a folder of its own.</summary>
internal sealed class Workshop : IRenderedFiles, ISourceFiles, IDisposable
{
    public const string Picture = "5e1f000000000000000000000000000000000000000000000000000000000000";

    private readonly DirectoryInfo folder = Directory.CreateTempSubdirectory("pantomet-rendering-");
    private readonly Dictionary<string, RenderedFile> index = [];
    private readonly SourceFacts facts;

    public Workshop(int seats = 2, Func<string, Stream>? openNew = null)
    {
        using var black = Image.Black(64, 48, 3);
        using var picture = (black + new double[] { 200, 90, 40 }).Cast(Enums.BandFormat.Uchar)
            .Copy(interpretation: Enums.Interpretation.Srgb);
        picture.Jpegsave(Original);
        facts = SourceProbe.Probe(Original, 1_000_000).Facts;
        Open = new OpenSources(1_000_000, 1_000_000);
        Seats = new RenderSeats(seats, long.MaxValue);
        var store = openNew is null ? new ContentStore(folder.FullName) : new ContentStore(folder.FullName) { OpenNew = openNew };
        Renderer = new RenderService(
            this, this, Open, Seats, store, Path.Combine(folder.FullName, "rendered"), NullLogger<RenderService>.Instance);
    }

    public RenderService Renderer { get; }

    public OpenSources Open { get; }

    public RenderSeats Seats { get; }

    public string Original => Path.Combine(folder.FullName, "original.jpg");

    /// <summary>Hashes of the recipes that were rendered, in the order in which they were ready.</summary>
    public ConcurrentQueue<string> Rendered { get; } = new();

    /// <summary>Done before the picture is decoded.</summary>
    public Action Decoding { get; set; } = () => { };

    /// <summary>Done before a file is remembered.</summary>
    public Func<Task> Keeping { get; set; } = () => Task.CompletedTask;

    public static RenderRecipe Recipe(int width, PictureFormat format = PictureFormat.Jpeg, ByteLimits? limits = null) => new(
        [new RecipeInput(Picture, new PixelRect(0, 0, 48, 48), Rotation.None)],
        new PixelSize(width, width),
        new PixelSize(width, width),
        [],
        new PixelRequest(ContentKind.Photograph, ColourPolicy.Srgb, false, null, null, false),
        new FileRequest(
            [format], 0, null, null, limits ??
                new ByteLimits(null, null, null), QualityRange.Default, ScoreDemand.Default, Effort.Quick, LosslessUse.Never, null),
        new WrittenMetadata(RightsFields.None, ""));

    public string PathOf(RenderedFile file) => ContentStore.PathOf(Path.Combine(folder.FullName, "rendered"), file.Sha256);

    public Task<RenderedFile?> FindAsync(AcceptedRecipes recipes, CancellationToken cancel)
    {
        lock (index)
            return Task.FromResult(index.Values.FirstOrDefault(file => recipes.AreMetBy(file.Recipe, file.Bytes)));
    }

    public async Task<RenderedFile> KeepAsync(RenderedFile file, RenderRecipe recipe)
    {
        await Keeping();
        lock (index)
        {
            Rendered.Enqueue(file.Recipe);
            return index[file.Recipe] = file with { Id = index.Count + 1 };
        }
    }

    public Task<SourceToOpen> FindAsync(string sha256, CancellationToken cancel) => sha256 == Picture
        ? Task.FromResult(new SourceToOpen(sha256, 64 * 48 * 3, () =>
        {
            Decoding();
            return DecodedSource.Open(Original, facts);
        }))
        : throw new UnreadableException("source-gone", "It was deleted.");

    public void Dispose()
    {
        Open.Dispose();
        folder.Delete(recursive: true);
    }
}
