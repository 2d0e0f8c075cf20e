using NetVips;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Bench;

/// <summary>What no run can do without: one decode of a source, then one resample and one final encode for each variant.</summary>
internal static class CodecFloor
{
    /// <summary>Seconds on one core, one thing after the other; the decode, and all else.</summary>
    /// <param name="path">The source.</param>
    /// <param name="facts">Of the source.</param>
    /// <param name="variants">JPEG, quality 80.</param>
    /// <param name="times">The least of so many counts.</param>
    public static (double Decode, double Others) Of(string path, SourceFacts facts, IReadOnlyList<PlannedVariant> variants, int times)
    {
        var (decode, all) = (double.MaxValue, double.MaxValue);
        for (var time = 0; time < times; time++)
        {
            // What variants share of their resampling is made once, as in a run.
            DecodedSource? source = null;
            decode = Math.Min(decode, Stopwatches.Least(1, () => source = DecodedSource.Open(path, facts)));
            all = Math.Min(all, Stopwatches.Least(1, () =>
            {
                foreach (var variant in variants)
                {
                    using var pixels = source!.Cut(variant.Crop, variant.Turn, variant.Size.Picture);
                    Encoder.Lossy(pixels, PictureFormat.Jpeg, 80, new EncoderSettings(false, Core.Weight.Effort.Quick, Enums.ForeignKeep.None));
                }
            }));
            source!.Dispose();
        }

        return (decode, all);
    }
}
