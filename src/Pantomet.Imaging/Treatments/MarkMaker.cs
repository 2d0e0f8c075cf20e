using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Treatments;

/// <summary>Sets a mark on pictures of one size: it is drawn for the first of them, and is the same for all.</summary>
/// <param name="mark">Which, and where.</param>
/// <param name="draw">Draws it.</param>
internal sealed class MarkMaker(Mark mark, MarkDrawing draw)
{
    // Half as light as white is to the eye (CIE L* 50): darker is a dark ground.
    private const double Dark = 0.184;

    private readonly Lock finding = new();
    private (byte[] Pixels, PixelRect At)? drawn;

    /// <summary>The picture with its mark.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    public Image Apply(Image picture)
    {
        using var plain = PlainColours.Of(picture);
        byte[] pixels;
        PixelRect at;
        lock (finding)
            (pixels, at) = drawn ??= Drawn(plain);
        using var over = Image.NewFromMemory(pixels, at.Width, at.Height, 4, Enums.BandFormat.Uchar);
        return Overlay.On(plain, over, at.X, at.Y);
    }

    private (byte[] Pixels, PixelRect At) Drawn(PlainColours picture)
    {
        var box = mark.Box.In(new PixelSize(picture.Colour.Width, picture.Colour.Height));
        using var whole = draw(VersionOn(picture), box.Size);
        using var faded = Faded(whole);
        var (left, above) = Anchors.Of(mark.Anchor);
        var (x, y) = (box.X + (int)((box.Width - faded.Width) * left), box.Y + (int)((box.Height - faded.Height) * above));
        return (faded.WriteToMemory<byte>(), new PixelRect(x, y, faded.Width, faded.Height));
    }

    private string VersionOn(PlainColours picture) =>
        mark.LightPicture is { } light && TextGround.Of(picture, mark.Box).Luminance < Dark ? light : mark.Picture;

    private Image Faded(Image drawn)
    {
        if (mark.Opacity >= 1)
            return drawn.Copy();
        using var colours = drawn.ExtractBand(0, n: 3);
        using var alpha = drawn[3] * mark.Opacity;
        using var opacity = alpha.Cast(Enums.BandFormat.Uchar);
        return colours.Bandjoin(opacity);
    }
}
