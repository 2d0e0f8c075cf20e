using Pantomet.Core.Findings;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Isolation;
using Pantomet.Imaging.Sources;
using Pantomet.Rendering;

namespace Pantomet.Server.Sources;

/// <summary>Previews on disk: made when a source comes in, and again when somebody has cleared them away.</summary>
internal sealed class PreviewFiles(DataFolder folder, ContentStore store, SourcePixels pixels, DecoderPool decoders)
{
    private const int MaxWholeSide = 16_383;
    private readonly SingleFlight<string, bool> making = new();

    /// <summary>Where the preview of a width lies.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="sourceId">SHA-256 of the source.</param>
    /// <param name="width">One of <see cref="PreviewMaker.Widths"/>.</param>
    public static string PathOf(DataFolder folder, string sourceId, int width) =>
        Path.Combine(folder.Previews, sourceId[..2], sourceId[2..4], $"{sourceId}-{width}");

    /// <summary>Deletes what was made of a picture to be looked at.</summary>
    /// <param name="folder">The data folder.</param>
    /// <param name="id">SHA-256 of the picture.</param>
    public static void Delete(DataFolder folder, string id)
    {
        var at = Path.Combine(folder.Previews, id[..2], id[2..4]);
        foreach (var file in Directory.Exists(at) ? Directory.EnumerateFiles(at, $"{id}-*") : [])
            File.Delete(file);
    }

    /// <summary>The preview that serves a width, made again if need be.</summary>
    /// <param name="source">The source.</param>
    /// <param name="wanted">Pixels across.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<(string Path, PictureFormat Format)> ForAsync(SourceRow source, int wanted, CancellationToken cancel)
    {
        // Wider than a side of 16,383 px is more than WebP can hold, and more than a screen needs of a panorama.
        var size = source.Facts.Size;
        if (wanted > PreviewMaker.Widths[0] && !source.Facts.IsVector && size.Width > PreviewMaker.Widths[0] &&
            size.LongestSide <= MaxWholeSide)
            return await WholeAsync(source, cancel);
        var width = PreviewMaker.WidthFor(wanted);
        var path = PathOf(folder, source.Id, width);
        if (!File.Exists(path))
            await MakeAllAsync(source, cancel);
        return (path, source.Facts.HasAlpha ? PictureFormat.WebP : PictureFormat.Jpeg);
    }

    /// <summary>Puts previews in their place.</summary>
    /// <param name="sourceId">SHA-256 of the source.</param>
    /// <param name="previews">By width.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task KeepAsync(string sourceId, IReadOnlyDictionary<int, Preview> previews, CancellationToken cancel)
    {
        foreach (var (width, preview) in previews)
        {
            using var aside = await store.StageAsync(preview.File, cancel);
            ContentStore.KeepAt(aside, PathOf(folder, sourceId, width));
        }
    }

    /// <summary>What stands out in a source that came in before anybody looked; null when its original cannot be read.</summary>
    /// <param name="source">The source.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<SubjectProposal?> TryProposeAsync(SourceRow source, CancellationToken cancel)
    {
        try
        {
            return (await LookAgainAsync(source, cancel)).Proposal;
        }
        catch (Exception problem) when (problem is UnreadableException or IOException)
        {
            return null;
        }
    }

    private async Task<(string Path, PictureFormat Format)> WholeAsync(SourceRow source, CancellationToken cancel)
    {
        var path = PathOf(folder, source.Id, source.Facts.Size.Width);
        if (!File.Exists(path))
        {
            await OnceAsync(path, async () => await KeepAsync(source.Id, new Dictionary<int, Preview>
            {
                [source.Facts.Size.Width] = await decoders.WholeAsync(
                    await PathAsync(source, CancellationToken.None), source.Facts.Format, CancellationToken.None),
            }, CancellationToken.None), cancel);
        }

        return (path, source.Facts.HasAlpha ? PictureFormat.WebP : PictureFormat.Jpeg);
    }

    private Task MakeAllAsync(SourceRow source, CancellationToken cancel) => OnceAsync(
        source.Id,
        async () => await KeepAsync(source.Id, (await LookAgainAsync(source, CancellationToken.None)).Previews, CancellationToken.None),
        cancel);

    // Who asks first has it made; others who ask meanwhile wait for the same. It is made to the end, since it is kept.
    private async Task OnceAsync(string what, Func<Task> make, CancellationToken cancel) => await making.DoAsync(
        what,
        async _ =>
        {
            await make();
            return true;
        },
        CancellationToken.None).WaitAsync(cancel);

    private async Task<ProbedSource> LookAgainAsync(SourceRow source, CancellationToken cancel)
    {
        var path = await PathAsync(source, cancel);
        // A working picture is looked at as what it is.
        PictureFormat? known = source.Facts.Format.NeedsWorkingPicture() ? null : source.Facts.Format;
        return (await decoders.LookAsync(path, known, folder.Incoming, long.MaxValue, cancel)).Probed;
    }

    // To look at a whole original again, and perhaps to make its working picture, takes a while.
    private Task<string> PathAsync(SourceRow source, CancellationToken cancel) => Task.Run(() => pixels.PathOf(source), cancel);
}
