using NetVips;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Bench;

/// <summary>What no run can do without: one decode of a source, then one resample and one final encode for each variant.</summary>
/// <remarks>Every core is at work on a source of its own: two cores that share a processor are slower than one alone, in a run too.</remarks>
internal static class CodecFloor
{
    /// <summary>Seconds for each source, each variant being resampled from the decoded source by itself.</summary>
    /// <param name="sources">A multiple of the cores.</param>
    /// <param name="variants">JPEG, quality 80.</param>
    /// <param name="times">The least of so many counts.</param>
    public static double Of(IReadOnlyList<(string Path, SourceFacts Facts)> sources, Func<SourceFacts, IReadOnlyList<PlannedVariant>> variants, int times) => OnEachCore(sources, times, source =>
    {
        using var loaded = Image.NewFromFile(source.Path);
        using var decoded = loaded.CopyMemory();
        foreach (var variant in variants(source.Facts))
        {
            using var pixels = decoded.ThumbnailImage(variant.Size.Picture.Width, height: variant.Size.Picture.Height, size: Enums.Size.Force, noRotate: true);
            Encode(pixels);
        }
    });

    /// <summary>The same where what variants share of their resampling is made once, as in a run: less than which nothing does.</summary>
    /// <param name="sources">A multiple of the cores.</param>
    /// <param name="variants">JPEG, quality 80.</param>
    /// <param name="times">The least of so many counts.</param>
    public static double Shared(IReadOnlyList<(string Path, SourceFacts Facts)> sources, Func<SourceFacts, IReadOnlyList<PlannedVariant>> variants, int times) => OnEachCore(sources, times, source =>
    {
        using var decoded = DecodedSource.Open(source.Path, source.Facts);
        foreach (var variant in variants(source.Facts))
        {
            using var pixels = decoded.Cut(variant.Crop, variant.Turn, variant.Size.Picture);
            Encode(pixels);
        }
    });

    private static void Encode(Image pixels) => Encoder.Lossy(pixels, PictureFormat.Jpeg, 80, new EncoderSettings(false, Core.Weight.Effort.Quick, Enums.ForeignKeep.None));

    private static double OnEachCore(IReadOnlyList<(string Path, SourceFacts Facts)> sources, int times, Action<(string Path, SourceFacts Facts)> work) =>
        Stopwatches.Least(times, () => Parallel.ForEach(sources, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, work)) / sources.Count;
}
