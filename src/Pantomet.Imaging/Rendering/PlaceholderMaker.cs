using NetVips;
using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Imaging.Rendering;

/// <summary>Makes what stands for a picture until its file has arrived.</summary>
public static class PlaceholderMaker
{
    private const string Before = "data:image/webp;base64,";
    private const int Quality = 30;

    // Longer sides in px; the first whose file is short enough.
    private static readonly int[] Sides = [32, 24, 20, 16, 12, 8, 4];

    /// <summary>Makes it of a thumbnail.</summary>
    /// <param name="path">A small picture in sRGB, as <see cref="ThumbnailMaker"/> makes them.</param>
    /// <returns>Null for a picture with transparent parts, and where the file is gone or damaged.</returns>
    public static Placeholder? TryMake(string path)
    {
        try
        {
            using var picture = Image.NewFromFile(path);
            using var colours = picture.Bands < 3 ? picture.Colourspace(Enums.Interpretation.Srgb) : picture.Copy();
            if (colours.HasAlpha())
            {
                using var alpha = colours[colours.Bands - 1];
                if (alpha.Min() < byte.MaxValue)
                    return null;
            }

            using var opaque = colours.ExtractBand(0, n: 3);
            var pixels = opaque.WriteToMemory<byte>();
            return new Placeholder(
                MainColour.Of(opaque.Width, opaque.Height, pixels),
                Sides.Select(side => Uri(opaque, side)).First(uri => uri.Length <= Placeholder.LongestUri))
            {
                Colours = PageColours.Of(opaque.Width, opaque.Height, pixels, []),
            };
        }
        catch (VipsException)
        {
            return null;
        }
    }

    private static string Uri(Image picture, int side)
    {
        using var small = picture.ThumbnailImage(side, height: side);
        using var soft = small.Gaussblur(0.6);
        return Before + Convert.ToBase64String(soft.WebpsaveBuffer(q: Quality, effort: 6, keep: Enums.ForeignKeep.None));
    }
}
