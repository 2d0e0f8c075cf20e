using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;

namespace Pantomet.Bench;

internal static class BenchSlots
{
    /// <summary>A free shape at some widths in one format.</summary>
    public static Slot Of(PictureFormat format, IReadOnlyList<int> widths, QualityRange quality, long? cap) => new(
        "bench.slot", "bench", new Shape.Free(), Fit.Cover, BackgroundColour.White, new SizeRule.Widths(widths), [], [format], Delivery.One,
        cap is { } most ? new FileLimits(new ByteCount(most), null, null) : FileLimits.None, quality, ColourPolicy.Srgb, MetadataPolicy.Rights, TransparencyPolicy.WhereItCan, [], NamePattern.Usual);

    public static Source Source(SourceFacts facts) => new(SourceId.FromHash(new byte[32]), facts, "bench", 1, default, SourceFraming.None, null);
}
