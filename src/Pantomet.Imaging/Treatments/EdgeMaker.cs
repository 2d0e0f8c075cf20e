using NetVips;
using Pantomet.Core.Kernels;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>Draws a line round a picture and rounds its corners.</summary>
internal static class EdgeMaker
{
    /// <summary>The picture with its edges.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    /// <param name="edges">What is wanted.</param>
    /// <param name="ground">Lies behind round corners; null leaves them transparent.</param>
    public static Image Apply(Image picture, Edges edges, SrgbColour? ground)
    {
        var side = Math.Min(picture.Width, picture.Height);
        var (line, radius) = (edges.Line * side, edges.Corners * side);
        using var plain = PlainColours.Of(picture);
        using var lined = line > 0 ? WithLine(plain, edges.LineColour, radius, line) : plain.With(plain.Colour);
        if (radius == 0)
            return lined.Copy();
        using var covered = Mask(picture, radius, 0);
        using var apart = PlainColours.Of(lined);
        if (ground is { } colour && apart.Alpha is null)
        {
            using var behind = Plain(apart.Colour, colour);
            return covered.Ifthenelse(apart.Colour, behind, blend: true);
        }

        using var alpha = apart.Alpha is null ? covered.Copy() : Both(apart.Alpha, covered);
        return apart.Colour.Bandjoin(alpha);
    }

    private static Image WithLine(PlainColours picture, SrgbColour colour, double radius, double width)
    {
        using var within = Mask(picture.Colour, radius, width);
        using var drawn = Plain(picture.Colour, colour);
        using var lined = within.Ifthenelse(picture.Colour, drawn, blend: true);
        if (picture.Alpha is null)
            return lined.Copy();
        // The line is there where the picture is transparent too.
        using var solid = within.NewFromImage(255);
        using var alpha = within.Ifthenelse(picture.Alpha, solid, blend: true);
        return lined.Bandjoin(alpha);
    }

    private static Image Both(Image one, Image other)
    {
        using var product = one * other;
        using var scaled = product / 255.0;
        using var rounded = scaled.Rint();
        return rounded.Cast(Enums.BandFormat.Uchar);
    }

    private static Image Mask(Image picture, double radius, double inset) => Image.NewFromMemoryCopy(
        RoundedMask.Of(picture.Width, picture.Height, radius, inset), picture.Width, picture.Height, 1, Enums.BandFormat.Uchar);

    private static Image Plain(Image like, SrgbColour colour) => like.NewFromImage(colour.Red, colour.Green, colour.Blue);
}
