using NetVips;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Bench;

/// <summary>What no run can do without: one decode of a source, then one resample and one final encode for each variant.</summary>
internal static class CodecFloor
{
    /// <summary>Seconds for each source, with every core at work on a source of its own: two cores that share a processor are slower than one alone, in a run too.</summary>
    /// <param name="sources">A multiple of the cores.</param>
    /// <param name="variants">JPEG, quality 80.</param>
    /// <param name="times">The least of so many counts.</param>
    public static double Of(IReadOnlyList<(string Path, SourceFacts Facts)> sources, Func<SourceFacts, IReadOnlyList<PlannedVariant>> variants, int times) =>
        Stopwatches.Least(times, () => Parallel.ForEach(
            sources,
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount },
            source =>
            {
                // What variants share of their resampling is made once, as in a run.
                using var decoded = DecodedSource.Open(source.Path, source.Facts);
                foreach (var variant in variants(source.Facts))
                {
                    using var pixels = decoded.Cut(variant.Crop, variant.Turn, variant.Size.Picture);
                    Encoder.Lossy(pixels, PictureFormat.Jpeg, 80, new EncoderSettings(false, Core.Weight.Effort.Quick, Enums.ForeignKeep.None));
                }
            })) / sources.Count;
}
