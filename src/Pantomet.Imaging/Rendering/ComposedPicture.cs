using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Treatments;

namespace Pantomet.Imaging.Rendering;

/// <summary>One picture of several, made of one after the other so that no two need be open at once.</summary>
/// <param name="plan">What lies where.</param>
public sealed class ComposedPicture(ComposedPlan plan) : IDisposable
{
    private Image whole = Plain(plan.Size, plan.Background);

    /// <summary>Lays a picture in its place: cut and scaled once, from its own pixels.</summary>
    /// <param name="part">Of the plan.</param>
    /// <param name="picture">Its pixels; no longer needed afterwards.</param>
    public void Lay(ComposedPart part, DecodedSource picture)
    {
        using var laid = PartOf(part, picture);
        var next = whole.Insert(laid, part.Place.X, part.Place.Y);
        whole.Dispose();
        whole = next;
    }

    /// <summary>The picture: sRGB, opaque.</summary>
    /// <param name="path">Where it is written, as PNG.</param>
    /// <param name="rights">Whose it is; written into it.</param>
    public void WritePng(string path, RightsFields rights)
    {
        using var said = whole.Mutate(changed => CarriedMetadata.SetRights(changed, rights));
        // It is kept, and read again for each file: a little smaller is worth a little time.
        said.Pngsave(path, compression: 6, keep: Enums.ForeignKeep.Xmp);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        whole.Dispose();
    }

    private Image PartOf(ComposedPart part, DecodedSource picture)
    {
        var background = plan.Background;
        using var cut = picture.Cut(part.Crop.Area, part.Crop.Rotation, part.Place.Size);
        using var coloured = ColourConversion.ToSrgb(cut);
        using var plain = PlainColours.Of(coloured);
        using var all = plain.With(plain.Colour);
        using var flat = all.HasAlpha()
            ? all.Flatten(background: [background.Red, background.Green, background.Blue])
            : all.Copy();
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
