using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>Makes the file of one variant, in the format of its slot that measures best.</summary>
public static class VariantMaker
{
    /// <summary>Makes a file.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="variant">What is wanted.</param>
    /// <param name="slot">What is allowed.</param>
    /// <exception cref="VipsException">The encoder fails.</exception>
    public static MadeFile Make(DecodedSource source, PlannedVariant variant, Slot slot)
    {
        if (KeptFile.Of(source, variant, slot) is { } kept)
            return kept;
        if (variant.ByHand is { } byHand)
            return FormatMaker.Make(byHand.Format, source, variant, slot);
        var made = Best(source, variant, slot);
        if (!made.IsGood)
        {
            return variant.Rival is { } everywhere && FormatMaker.Make(everywhere, source, variant, slot) is { IsGood: true } other
                ? made with { IsUnneeded = true, Findings = [ConflictFindings.LeftToOther(made, other)] }
                : made with { Remedies = RemedyTrials.Of(made, source, variant, slot) };
        }

        return variant.Rival is { } rival && Rivalry.Of(made, rival, source, variant, slot) is { } unneeded
            ? made with { IsUnneeded = true, Findings = [unneeded] }
            : made;
    }

    private static MadeFile Best(DecodedSource source, PlannedVariant variant, Slot slot)
    {
        if (variant.IsAnimated)
            return BestMoving([.. variant.Formats.Select(format => FormatMaker.Make(format, source, variant, slot))], slot);
        var isGraphic = source.Facts.Kind == ContentKind.Graphic;
        // A graphic is made in each lossless format that the slot takes, and the lightest stays; what loses is for when they are too heavy.
        var together = isGraphic ? variant.Formats.TakeWhile(format => !format.HasQuality() || format == PictureFormat.WebP).ToList() : [];
        var good = together.Select(format => FormatMaker.Make(format, source, variant, slot)).ToList();
        if (good.Where(made => made.IsGood).MinBy(made => made.File.Length) is { } lightest)
            return lightest with { Encodes = good.Sum(made => made.Encodes) };
        var tried = new List<MadeFile>(good);
        foreach (var format in variant.Formats.Skip(together.Count))
        {
            var made = FormatMaker.Make(format, source, variant, slot);
            // Under another cap the formats before it might have been good.
            if (made.IsGood)
                return tried.Count == 0 ? made : made with { IsFreeOfCap = false };
            tried.Add(made);
        }

        return tried.MinBy(made => made.File.Length)!;
    }

    // What moves is made in each format that can, for they differ more than any rule of thumb.
    private static MadeFile BestMoving(List<MadeFile> made, Slot slot)
    {
        var good = made.Where(one => one.IsGood).ToList();
        var best = slot.Looks.Prefer == Preference.Better ? good.MaxBy(one => one.Points) : good.MinBy(one => one.File.Length);
        return (best ?? made.MinBy(one => one.File.Length)!) with { Encodes = made.Sum(one => one.Encodes) };
    }
}
