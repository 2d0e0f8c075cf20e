using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Treatments;

namespace Pantomet.Imaging.Rendering;

/// <summary>Makes one picture of several.</summary>
public static class ComposedPicture
{
    /// <summary>Makes it: each part cut and scaled once, from its own pixels.</summary>
    /// <param name="plan">What lies where.</param>
    /// <param name="open">Decodes an input; asked once for each part, and disposed of after it.</param>
    /// <returns>A PNG, sRGB, opaque.</returns>
    public static byte[] Make(ComposedPlan plan, Func<SourceId, DecodedSource> open)
    {
        var whole = Plain(plan.Size, plan.Background);
        try
        {
            foreach (var part in plan.Parts)
            {
                using var picture = PartOf(part, plan.Background, open);
                var next = whole.Insert(picture, part.Place.X, part.Place.Y);
                whole.Dispose();
                whole = next;
            }

            // It is kept, and read again for each file: a little smaller is worth a little time.
            return whole.PngsaveBuffer(compression: 6, keep: Enums.ForeignKeep.None);
        }
        finally
        {
            whole.Dispose();
        }
    }

    private static Image PartOf(ComposedPart part, SrgbColour background, Func<SourceId, DecodedSource> open)
    {
        using var source = open(part.Input);
        using var cut = source.Cut(part.Crop.Area, part.Crop.Rotation, part.Place.Size);
        using var coloured = ColourConversion.ToSrgb(cut);
        using var plain = PlainColours.Of(coloured);
        using var whole = plain.With(plain.Colour);
        using var flat = whole.HasAlpha()
            ? whole.Flatten(background: [background.Red, background.Green, background.Blue])
            : whole.Copy();
        return flat.CopyMemory();
    }

    private static Image Plain(PixelSize size, SrgbColour colour)
    {
        using var black = Image.Black(size.Width, size.Height, bands: 3);
        using var shifted = black + new double[] { colour.Red, colour.Green, colour.Blue };
        using var bytes = shifted.Cast(Enums.BandFormat.Uchar);
        return bytes.Copy(interpretation: Enums.Interpretation.Srgb);
    }
}
