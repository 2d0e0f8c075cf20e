using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Bench;

/// <summary>What no run can do without: one decode of a source, then one resample and one final encode for each variant.</summary>
/// <remarks>Every core is at work on a source of its own: two cores that share a processor are slower than one alone, in a run
/// too.</remarks>
internal static class CodecFloor
{
    /// <summary>A source, and each file of it with the settings that a run encodes it with in the end.</summary>
    /// <remarks>Not by way of a guess: with colour at full resolution, which the run decides picture by picture, an encode is half as long
    /// again.</remarks>
    public sealed record Work(string Path, SourceFacts Facts, IReadOnlyList<(PlannedVariant Variant, EncoderSettings Settings)> Files)
    {
        /// <param name="path">The source.</param>
        /// <param name="slot">JPEG, quality 80.</param>
        public static Work For(string path, Slot slot)
        {
            var facts = SourceProbe.Probe(path, 300_000_000).Facts;
            using var decoded = DecodedSource.Open(path, facts);
            return new Work(path, facts, [.. SlotPlan.For(slot, BenchSlots.Source(facts)).Variants.Select(variant =>
            {
                using var picture = FinishedPicture.Make(decoded, BenchSlots.Recipe(facts, variant, slot), PictureFormat.Jpeg);
                return (variant, picture.Settings);
            })]);
        }
    }

    /// <summary>Seconds for each source, each variant being resampled from the decoded source by itself.</summary>
    /// <param name="sources">A multiple of the cores.</param>
    /// <param name="times">The least of so many counts.</param>
    public static double Of(IReadOnlyList<Work> sources, int times) => OnEachCore(sources, times, source =>
    {
        using var loaded = Image.NewFromFile(source.Path);
        using var decoded = loaded.CopyMemory();
        foreach (var (variant, settings) in source.Files)
        {
            using var pixels = decoded.ThumbnailImage(
                variant.Size.Picture.Width, height: variant.Size.Picture.Height, size: Enums.Size.Force, noRotate: true);
            Encoder.Lossy(pixels, PictureFormat.Jpeg, 80, settings);
        }
    });

    /// <summary>The same where what variants share of their resampling is made once, as in a run: less than which nothing does.</summary>
    /// <param name="sources">A multiple of the cores.</param>
    /// <param name="times">The least of so many counts.</param>
    public static double Shared(IReadOnlyList<Work> sources, int times) => OnEachCore(sources, times, source =>
    {
        using var decoded = DecodedSource.Open(source.Path, source.Facts);
        foreach (var (variant, settings) in source.Files)
        {
            using var pixels = decoded.Cut(variant.Crop, variant.Rotation, variant.Size.Picture);
            Encoder.Lossy(pixels, PictureFormat.Jpeg, 80, settings);
        }
    });

    private static double OnEachCore(IReadOnlyList<Work> sources, int times, Action<Work> work) =>
        Stopwatches.Least(
            times, () =>
                Parallel.ForEach(
                    sources, new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount }, work)) / sources.Count;
}
