using NetVips;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Core.Weight;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Encoders;

/// <summary>Makes the file of one variant: the first of its formats that meets the slot's limits.</summary>
public static class VariantMaker
{
    // Fewer colours than this show in any picture that is not drawn with so few.
    private static readonly int?[] PngPalettes = [null, 256];

    /// <summary>Makes a file.</summary>
    /// <param name="source">The decoded source.</param>
    /// <param name="variant">What is wanted.</param>
    /// <param name="slot">What is allowed.</param>
    /// <exception cref="VipsException">The encoder fails.</exception>
    public static MadeFile Make(DecodedSource source, PlannedVariant variant, Slot slot)
    {
        MadeFile? lightest = null;
        foreach (var format in variant.Formats)
        {
            var made = In(format, source, variant, slot);
            if (made.Findings.Count == 0)
                return made;
            lightest = lightest is null || made.File.Length < lightest.File.Length ? made : lightest;
        }

        return lightest!;
    }

    private static MadeFile In(PictureFormat format, DecodedSource source, PlannedVariant variant, Slot slot)
    {
        using var pixels = VariantPixels.Make(source, variant, slot, format);
        using var image = CarriedMetadata.Attach(pixels, slot, source.Facts, format);
        var keep = CarriedMetadata.Kept(image, slot.Colour);
        return format switch
        {
            PictureFormat.Png => AsPng(image, slot, keep),
            PictureFormat.Tiff => Weighed(new MadeFile(Encoder.Tiff(image, keep), format, null, "TIFF, lossless", 1, []), slot),
            _ => Searched(image, format, source.Facts.Kind, slot, keep),
        };
    }

    private static MadeFile Searched(Image image, PictureFormat format, ContentKind kind, Slot slot, Enums.ForeignKeep keep)
    {
        var goal = WeightGoal.For(slot, format);
        var wholeChroma = Encoder.WantsWholeChroma(kind, slot.Quality);
        var made = Found(wholeChroma);
        // A band that the best quality does not reach is reached by colour at full resolution, where the encoder has it.
        if (!wholeChroma && slot.Limits.Aim is { } aim && made.File.LongLength < aim.Least.Bytes && format is not PictureFormat.WebP)
        {
            var heavier = Found(true);
            made = (aim.Holds(new ByteCount(heavier.File.LongLength)) ? heavier : made) with { Encodes = made.Encodes + heavier.Encodes };
        }

        return Weighed(made, slot);

        MadeFile Found(bool whole)
        {
            var found = QualitySearch.Find(
                goal,
                WeightCurve.Of(format),
                quality => Encoder.Lossy(image, format, quality, whole, keep),
                format == PictureFormat.Jpeg ? quality => Encoder.PlainJpegBytes(image, quality, whole, keep) : null);
            var words = $"{format.DisplayName()} quality {found.Quality}{(whole ? ", whole chroma" : "")}";
            return new MadeFile(found.File, format, found.Quality, words, found.Encodes, []);
        }
    }

    private static MadeFile AsPng(Image image, Slot slot, Enums.ForeignKeep keep)
    {
        MadeFile? made = null;
        foreach (var colours in PngPalettes)
        {
            var file = Encoder.Png(image, colours, keep);
            made = Weighed(new MadeFile(file, PictureFormat.Png, null, colours is null ? "PNG, all colours" : $"PNG, {colours} colours", (made?.Encodes ?? 0) + 1, []), slot);
            if (made.Findings.Count == 0)
                break;
        }

        return made!;
    }

    private static MadeFile Weighed(MadeFile made, Slot slot)
    {
        if (slot.Limits.Most is not { } cap || made.File.LongLength <= cap.Bytes)
            return made;
        var weight = new ByteCount(made.File.LongLength);
        var finding = made.Quality is null
            ? new Finding("cap-not-met", Severity.Stop, $"{made.Encoding} has {weight}; at most {cap} are allowed.", "Allow JPEG, WebP or AVIF in this slot, or a smaller size.")
            : new Finding("cap-not-met", Severity.Stop, $"Even {made.Encoding}, the lowest allowed, has {weight}; at most {cap} are allowed.", "Allow more bytes, a smaller size or a lower quality in this slot, or crop to a calmer part.");
        return made with { Findings = [finding] };
    }
}
