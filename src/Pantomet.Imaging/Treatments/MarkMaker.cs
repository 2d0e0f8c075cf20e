using NetVips;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;
using Pantomet.Imaging.Rendering;

namespace Pantomet.Imaging.Treatments;

/// <summary>Sets a mark on pictures of one size; which version of it is found on the first of them.</summary>
/// <param name="mark">Which, and where.</param>
/// <param name="draw">Draws it.</param>
internal sealed class MarkMaker(Mark mark, MarkDrawing draw)
{
    // Half as light as white is to the eye (CIE L* 50): darker is a dark ground.
    private const double Dark = 0.184;

    private readonly Lock finding = new();
    private string? version;

    /// <summary>The picture with its mark.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    public Image Apply(Image picture)
    {
        using var plain = PlainColours.Of(picture);
        var box = mark.Box.In(new PixelSize(picture.Width, picture.Height));
        string now;
        lock (finding)
            now = version ??= VersionOn(plain, box);
        using var drawn = draw(now, box.Size);
        using var faded = Faded(drawn);
        var (left, above) = Anchors.Of(mark.Anchor);
        var (x, y) = (box.X + (int)((box.Width - faded.Width) * left), box.Y + (int)((box.Height - faded.Height) * above));
        return Overlay.On(plain, faded, x, y);
    }

    private string VersionOn(PlainColours picture, PixelRect box)
    {
        if (mark.LightPicture is not { } light)
            return mark.Picture;
        var ground = TextGround.Of(picture, new PicturePart(
            (double)box.X / picture.Colour.Width, (double)box.Y / picture.Colour.Height, (double)box.Width / picture.Colour.Width,
            (double)box.Height / picture.Colour.Height));
        return ground.Luminance < Dark ? light : mark.Picture;
    }

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
