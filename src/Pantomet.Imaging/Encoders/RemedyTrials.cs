using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>
/// Tries what would mend a file that cannot meet its limits. What is offered has been made, and does what its sentence says.
/// </summary>
internal static class RemedyTrials
{
    // Weight falls a little slower than the number of pixels: see BytesPerWidth.
    private const double Exponent = 0.85;
    private const int SmallestSide = 16;

    private static readonly PictureFormat[] Others = [PictureFormat.WebP, PictureFormat.Avif, PictureFormat.Jpeg, PictureFormat.Png];

    /// <summary>The remedies, the one that changes least first; none that does not help.</summary>
    /// <param name="made">What does not meet the limits.</param>
    /// <param name="source">The decoded source.</param>
    /// <param name="variant">What is wanted.</param>
    /// <param name="slot">What is allowed.</param>
    public static IReadOnlyList<WeightRemedy> Of(MadeFile made, DecodedSource source, PlannedVariant variant, Slot slot)
    {
        var remedies = new List<WeightRemedy>();
        foreach (var format in Others.Where(format => !slot.Formats.Contains(format) && Suits(format, source.Facts, slot) && (!variant.IsAnimated || format.HoldsAnimation())))
        {
            var other = FormatMaker.Make(format, source, variant, slot);
            if (other.IsGood)
                remedies.Add(new WeightRemedy(WeightRemedyKind.OtherFormat, $"{other.Encoding}: {Figures(other)}. Take {format.DisplayName()} into the slot.", other.File.LongLength, other.Points, Format: format));
        }

        // The lightest file that the floor allows: what a smaller size is reckoned from, and what more bytes would buy.
        var needed = slot.Limits.Most is null ? null : FormatMaker.Make(variant.Format, source, variant, WithoutCap(slot));
        if (Smaller(needed, source, variant, slot) is { } smaller)
            remedies.Add(smaller);
        if (slot.Limits.Most is { } cap && made.File.LongLength <= cap.Bytes)
        {
            var floor = Math.Floor(made.Points * 10) / 10;
            remedies.Add(new WeightRemedy(WeightRemedyKind.LowerFloor, $"Floor lowered to {ConflictFindings.Points(floor)}: {made.Encoding}, {Figures(made)}.", made.File.LongLength, made.Points, Floor: floor));
        }

        if (slot.Limits.Most is { } least && needed is { IsGood: true } free)
            remedies.Add(new WeightRemedy(WeightRemedyKind.MoreBytes, $"{new ByteCount(free.File.LongLength)} allowed instead of {least}: {free.Encoding}, {ConflictFindings.Looks(free.Points)}.", free.File.LongLength, free.Points));
        return remedies;
    }

    private static bool Suits(PictureFormat format, SourceFacts facts, Slot slot) =>
        (format != PictureFormat.Png || facts.Kind == ContentKind.Graphic) &&
        (format.HoldsTransparency() || !facts.HasAlpha || slot.Transparency != TransparencyPolicy.Must);

    // Without a cap, and for the lightest file that the floor allows.
    private static Slot WithoutCap(Slot slot) => slot with
    {
        Limits = slot.Limits with { Most = null, Aim = null, Fewest = null },
        Looks = slot.Looks with { Wanted = slot.Looks.Floor, Prefer = Preference.Smaller },
        Quality = slot.Quality with { Ceiling = 100 },
    };

    private static WeightRemedy? Smaller(MadeFile? needed, DecodedSource source, PlannedVariant variant, Slot slot)
    {
        if (slot.Limits.Most is not { } cap || slot.Shape is Shape.Exact || slot.Sizes is SizeRule.FromShape || variant.Size.File != variant.Size.Picture)
            return null;
        if (needed is not { IsGood: true })
            return null;
        var scale = Math.Pow(0.92 * cap.Bytes / needed.File.LongLength, 1 / (2 * Exponent));
        for (var attempt = 0; attempt < 3; attempt++, scale *= 0.85)
        {
            var size = Scaled(variant.Size.File, scale);
            if (size.ShortestSide < SmallestSide || !slot.Limits.Allow(size))
                return null;
            var small = FormatMaker.Make(variant.Format, source, variant with { Size = new OutputSize(size, size, variant.Size.Density) }, slot);
            if (small.IsGood)
                return new WeightRemedy(WeightRemedyKind.SmallerSize, $"{Finding.Px(size.Width)} px wide: {small.Encoding}, {Figures(small)}.", small.File.LongLength, small.Points, Width: size.Width, Height: size.Height);
        }

        return null;
    }

    private static PixelSize Scaled(PixelSize size, double scale)
    {
        var width = Math.Max(1, (int)(size.Width * scale / 10) * 10);
        return new PixelSize(width, Math.Max(1, (int)Rounding.HalfUp((double)width * size.Height / size.Width)));
    }

    private static string Figures(MadeFile made) => $"{new ByteCount(made.File.LongLength)} at {ConflictFindings.Looks(made.Points)}";
}
