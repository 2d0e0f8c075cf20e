using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>
/// What the keep-clear zones of a slot cover of a crop, as rectangles of whole crop pixels that do not overlap within a zone.
/// </summary>
/// <remarks>
/// Round forms are cut into bands, each as wide as the ellipse is on average in it, so that areas come out within about one per cent
/// and the best crop can be found exactly. A zone's edges are rounded outwards: a pixel that is covered in part counts as covered.
/// </remarks>
public static class CoveredParts
{
    private const int BandCount = 12;

    // Farther than any picture reaches.
    private const int Beyond = 1 << 24;

    private static readonly double[] WidthOfBand = AverageWidths();

    /// <summary>The parts that one zone covers.</summary>
    /// <param name="zone">Fractions of the picture.</param>
    /// <param name="picture">Size of the crop, or of the file for a padded picture.</param>
    /// <param name="inset">
    /// Only what stays covered when every edge of the zone moves by so many pixels either way. Where the zone reaches the edge of the
    /// picture it reaches beyond it then: nothing of the picture lies there.
    /// </param>
    public static IEnumerable<PixelRect> Of(KeepClearZone zone, PixelSize picture, int inset = 0)
    {
        var whole = Whole(zone, picture);
        if (whole.Width < 1 || whole.Height < 1)
            return [];
        return zone.Form switch
        {
            ZoneForm.Rectangle => [Reaching(zone, whole, inset)],
            ZoneForm.Ellipse => Bands(whole).Select(band => band.Shrunk(inset)),
            _ => Bands(whole).SelectMany(band => Beside(Reaching(zone, whole, inset), band.Grown(inset))),
        };
    }

    /// <summary>The parts that all zones cover.</summary>
    /// <param name="zones">Of a slot.</param>
    /// <param name="picture">Size of the crop.</param>
    /// <param name="inset">As for one zone.</param>
    public static PixelRect[] Of(IReadOnlyList<KeepClearZone> zones, PixelSize picture, int inset = 0) =>
        [.. zones.SelectMany(zone => Of(zone, picture, inset)).Where(part => part.Width > 0 && part.Height > 0)];

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

    // The zone's own edges: moved inwards, or out of the way where they lie on the picture's.
    private static PixelRect Reaching(KeepClearZone zone, PixelRect whole, int inset)
    {
        if (inset == 0)
            return whole;
        var left = zone.X <= 0 ? -Beyond : whole.X + inset;
        var top = zone.Y <= 0 ? -Beyond : whole.Y + inset;
        var right = zone.X + zone.Width >= 1 ? Beyond : whole.X + whole.Width - inset;
        var bottom = zone.Y + zone.Height >= 1 ? Beyond : whole.Y + whole.Height - inset;
        return new PixelRect(left, top, right - left, bottom - top);
    }

    private static IEnumerable<Band> Bands(PixelRect whole)
    {
        var (top, middle) = (0, whole.Y + (int)Rounding.HalfUp(whole.Height / 2.0));
        for (var band = 0; band < BandCount; band++)
        {
            var bottom = (int)Rounding.HalfUp((double)whole.Height * (band + 1) / BandCount);
            if (bottom == top)
                continue;
            var width = (int)Rounding.HalfUp(whole.Width * WidthOfBand[band]);
            yield return new Band(new PixelRect(whole.X + ((whole.Width - width) / 2), whole.Y + top, width, bottom - top), middle);
            top = bottom;
        }
    }

    // The ellipse is the unit circle stretched: its area in a band, over the band's height, is its average width there, as a share of the
    // whole.
    private static double[] AverageWidths()
    {
        var areas = Enumerable.Range(0, BandCount + 1).Select(band => AreaAbove((2.0 * band / BandCount) - 1)).ToArray();
        return [.. Enumerable.Range(0, BandCount).Select(band => (areas[band + 1] - areas[band]) * BandCount / 4)];
    }

    // Area of the unit circle above a height from −1 (top) to 1: a circular segment.
    private static double AreaAbove(double height) => (Math.PI / 2) + Math.Asin(height) + (height * Math.Sqrt(1 - (height * height)));

    private static IEnumerable<PixelRect> Beside(PixelRect whole, PixelRect inside)
    {
        // A band that moves leaves the zone, and takes nothing of it along.
        var top = Math.Max(whole.Y, inside.Y);
        var height = (int)(Math.Min(whole.Bottom, inside.Bottom) - top);
        yield return new PixelRect(whole.X, top, inside.X - whole.X, height);
        yield return new PixelRect(inside.X + inside.Width, top, (int)(whole.Right - inside.Right), height);
    }

    // A band of an ellipse: narrower ones lie above it in the upper half, below it in the lower.
    private readonly record struct Band(PixelRect Inside, int Middle)
    {
        private bool IsUpper => Inside.Y < Middle;

        // Where an edge that moves by so much still has the ellipse on its inner side.
        public PixelRect Shrunk(int by) => by == 0 ? Inside : IsUpper
            ? Of(by, Inside.Y + by, Math.Min((int)Inside.Bottom + by, Middle))
            : Of(by, Math.Max(Inside.Y - by, Middle), (int)Inside.Bottom - by);

        // And where it might have it: the wider band reaches over the narrower one next to it.
        public PixelRect Grown(int by) => by == 0 ? Inside : IsUpper
            ? Of(-by, Inside.Y - by, Inside.Bottom >= Middle ? Middle : (int)Inside.Bottom - by)
            : Of(-by, Inside.Y <= Middle ? Middle : Inside.Y + by, (int)Inside.Bottom + by);

        private PixelRect Of(int inset, int top, int bottom) =>
            new(Inside.X + inset, top, Math.Max(0, Inside.Width - (2 * inset)), Math.Max(0, bottom - top));
    }
}
