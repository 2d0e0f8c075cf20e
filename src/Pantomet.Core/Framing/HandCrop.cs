using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The crop that a shape allows and that is nearest to one drawn by hand.</summary>
public static class HandCrop
{
    /// <summary>No frame is drawn smaller than this on its longer side: it could not be taken hold of again.</summary>
    public const int MinPixels = 16;

    /// <summary>
    /// Keeps the centre and the longer side, makes the other side follow the ratio, and pushes the crop into the picture.
    /// </summary>
    /// <param name="room">The turned picture, and how it is levelled.</param>
    /// <param name="shape">Gives the ratio; a free shape takes the ratio that was drawn.</param>
    /// <param name="drawn">May reach outside the picture and have any ratio; sides below 1 are taken as 1.</param>
    /// <returns>A crop inside the picture, without an empty corner. Giving it back in returns it unchanged.</returns>
    public static PixelRect Nearest(StraightenedBounds room, Shape shape, PixelRect drawn)
    {
        drawn = drawn with { Width = Math.Max(1, drawn.Width), Height = Math.Max(1, drawn.Height) };
        var within = shape is Shape.Free ? FreeSize(room, drawn) : LockedSize(room, shape.RatioFor(AspectRatio.Of(drawn.Size)), drawn);
        // The same corner when the size was right already; otherwise rounding the centre could move it by a pixel each time.
        var moved = within == drawn.Size ? drawn : PixelRect.Around(drawn.Centre, within);
        return room.Pushed(moved);
    }

    private static PixelSize FreeSize(StraightenedBounds room, PixelRect drawn)
    {
        var picture = room.Picture;
        var size = new PixelSize(
            Math.Clamp(drawn.Width, Math.Min(MinPixels, picture.Width), picture.Width),
            Math.Clamp(drawn.Height, Math.Min(MinPixels, picture.Height), picture.Height));
        return room.Holds(size) ? size : room.Largest(AspectRatio.Of(size));
    }

    private static PixelSize LockedSize(StraightenedBounds room, AspectRatio ratio, PixelRect drawn)
    {
        var largest = room.Largest(ratio);
        // The longer side leads: rounding the shorter one from it loses nothing on the way back.
        if (ratio.Across >= ratio.Down)
        {
            var width = Math.Clamp(drawn.Width, Math.Min(MinPixels, largest.Width), largest.Width);
            return width == largest.Width ? largest : new PixelSize(width, Math.Min(ratio.HeightFor(width), largest.Height));
        }

        var height = Math.Clamp(drawn.Height, Math.Min(MinPixels, largest.Height), largest.Height);
        return height == largest.Height ? largest : new PixelSize(Math.Min(ratio.WidthFor(height), largest.Width), height);
    }
}
