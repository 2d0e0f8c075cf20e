using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>What the keep-clear zones of a slot cover of a crop, as rectangles of whole crop pixels that do not overlap within a zone.</summary>
/// <remarks>
/// Round forms are cut into bands, each as wide as the ellipse is on average in it, so that areas come out within about one per cent
/// and the best crop can be found exactly. A zone's edges are rounded outwards: a pixel that is covered in part counts as covered.
/// </remarks>
public static class CoveredParts
{
    private const int Bands = 12;

    /// <summary>The parts that one zone covers.</summary>
    /// <param name="zone">Fractions of the picture.</param>
    /// <param name="picture">Size of the crop, or of the file for a padded picture.</param>
    public static IEnumerable<PixelRect> Of(KeepClearZone zone, PixelSize picture)
    {
        var whole = Whole(zone, picture);
        if (whole.Width < 1 || whole.Height < 1)
            return [];
        return zone.Form switch
        {
            ZoneForm.Rectangle => [whole],
            ZoneForm.Ellipse => InBands(whole).Select(band => band.Inside),
            _ => InBands(whole).SelectMany(band => Beside(whole, band.Inside)),
        };
    }

    /// <summary>The parts that all zones cover.</summary>
    /// <param name="zones">Of a slot.</param>
    /// <param name="picture">Size of the crop.</param>
    public static PixelRect[] Of(IReadOnlyList<KeepClearZone> zones, PixelSize picture) => [.. zones.SelectMany(zone => Of(zone, picture)).Where(part => part.Width > 0 && part.Height > 0)];

    /// <summary>Pixels that two rectangles share.</summary>
    public static long Shared(PixelRect one, PixelRect other)
    {
        var across = Math.Min(one.Right, other.Right) - Math.Max(one.X, other.X);
        var down = Math.Min(one.Bottom, other.Bottom) - Math.Max(one.Y, other.Y);
        return across > 0 && down > 0 ? across * down : 0;
    }

    private static PixelRect Whole(KeepClearZone zone, PixelSize picture)
    {
        // Fractions such as 0.03 are no binary numbers: what is a whole pixel on paper must not become one more.
        const double noise = 1e-7;
        var left = Math.Max(0, (int)Math.Floor((zone.X * picture.Width) + noise));
        var top = Math.Max(0, (int)Math.Floor((zone.Y * picture.Height) + noise));
        var right = Math.Min(picture.Width, (int)Math.Ceiling(((zone.X + zone.Width) * picture.Width) - noise));
        var bottom = Math.Min(picture.Height, (int)Math.Ceiling(((zone.Y + zone.Height) * picture.Height) - noise));
        return new PixelRect(left, top, right - left, bottom - top);
    }

    private static IEnumerable<(PixelRect Inside, int Band)> InBands(PixelRect whole)
    {
        var (top, lastArea) = (0, 0.0);
        for (var band = 1; band <= Bands; band++)
        {
            var bottom = (int)Rounding.HalfUp((double)whole.Height * band / Bands);
            if (bottom == top)
                continue;
            var area = AreaAbove(2.0 * bottom / whole.Height - 1);
            // The ellipse is the unit circle stretched: its area in the band, over the band's height, is its average width.
            var width = (int)Rounding.HalfUp(whole.Width * (area - lastArea) / (2 * 2.0 * (bottom - top) / whole.Height));
            yield return (new PixelRect(whole.X + ((whole.Width - width) / 2), whole.Y + top, width, bottom - top), band);
            (top, lastArea) = (bottom, area);
        }
    }

    // Area of the unit circle above a height from −1 (top) to 1: a circular segment.
    private static double AreaAbove(double height)
    {
        var at = Math.Clamp(height, -1, 1);
        return (Math.PI / 2) + Math.Asin(at) + (at * Math.Sqrt(1 - (at * at)));
    }

    private static IEnumerable<PixelRect> Beside(PixelRect whole, PixelRect inside)
    {
        yield return new PixelRect(whole.X, inside.Y, inside.X - whole.X, inside.Height);
        yield return new PixelRect(inside.X + inside.Width, inside.Y, (int)(whole.Right - inside.Right), inside.Height);
    }
}
