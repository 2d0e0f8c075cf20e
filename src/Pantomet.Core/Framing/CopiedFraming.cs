using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>Takes a framing from one picture to another.</summary>
public static class CopiedFraming
{
    // Sides that are rounded to whole pixels leave a ratio this uncertain, relatively, even on small pictures.
    private const double SameRatio = 0.01;

    /// <summary>
    /// Everything at the same fractions of the picture, a subject that nobody confirmed included: for shots from the same tripod.
    /// </summary>
    /// <param name="from">The first.</param>
    /// <param name="to">The other.</param>
    public static SourceFraming AsFraction(FramedPicture from, FramedPicture to) =>
        Scaled(from.Framing with
        {
            Subject = from.Subject,
            Wish = from.Wish,
            Focus = from.Focus,
            IsWithoutSubject = from.Subject is null && from.Framing.IsDecided,
            Headlines = to.Framing.Headlines,
            IsUnmarked = to.Framing.IsUnmarked,
        }, from.Facts.Size, to.Facts.Size);

    /// <summary>
    /// The crops set by hand, each lying as it did around the subject: for things that lie elsewhere in the picture, or larger.
    /// </summary>
    /// <param name="from">Has a subject.</param>
    /// <param name="to">Has a subject; it stays.</param>
    /// <returns>Null when either has no subject.</returns>
    public static SourceFraming? AsSubjectPosition(FramedPicture from, FramedPicture to)
    {
        if (from.Subject is not { } first || to.Subject is not { } second)
            return null;
        var scale = (double)second.Size.LongestSide / first.Size.LongestSide;
        HandFraming Map(HandFraming hand)
        {
            var centre = new PixelPoint(
                second.Centre.X + ((hand.Crop.Centre.X - first.Centre.X) * scale),
                second.Centre.Y + ((hand.Crop.Centre.Y - first.Centre.Y) * scale));
            var size = Scaled(hand.Crop, scale, scale).Size;
            return hand with { Crop = Inside(PixelRect.Around(centre, size), to.Facts.Size) };
        }

        var copied = from.Framing.WithHands(Map);
        return copied with
        {
            Subject = second,
            Wish = to.Wish,
            IsWithoutSubject = false,
            Focus = to.Framing.Focus,
            Headlines = to.Framing.Headlines,
            IsUnmarked = to.Framing.IsUnmarked,
            Places = Unaccepted(copied.Places),
        };
    }

    /// <summary>The framing of a better file of the same picture: scaled, and marked for review where its proportions are others.</summary>
    /// <param name="framing">What was said of the file before.</param>
    /// <param name="from">Upright size of the file before.</param>
    /// <param name="to">Upright size of the better file.</param>
    public static SourceFraming ForReplaced(SourceFraming framing, PixelSize from, PixelSize to)
    {
        var scaled = Scaled(framing, from, to);
        return HasOtherRatio(from, to) ? scaled.WithHands(hand => hand with { IsFromReplaced = true }) : scaled;
    }

    /// <summary>Whether two pictures differ in their proportions by more than rounding.</summary>
    /// <param name="one">Upright size.</param>
    /// <param name="other">Upright size.</param>
    public static bool HasOtherRatio(PixelSize one, PixelSize other) =>
        Math.Abs((AspectRatio.Of(one).Value / AspectRatio.Of(other).Value) - 1) > SameRatio;

    private static SourceFraming Scaled(SourceFraming framing, PixelSize from, PixelSize to)
    {
        var (across, down) = ((double)to.Width / from.Width, (double)to.Height / from.Height);
        var copied = framing.WithHands(hand => hand with { Crop = Inside(Scaled(hand.Crop, across, down), to) });
        PixelRect? Map(PixelRect? area) => area is { } there ? Inside(Scaled(there, across, down), to) : null;
        return copied with
        {
            Subject = Map(framing.Subject),
            Wish = Map(framing.Wish),
            Focus = framing.Focus is { } focus ? new PixelPoint(focus.X * across, focus.Y * down) : null,
            Places = Unaccepted(copied.Places),
        };
    }

    private static PixelRect Scaled(PixelRect area, double across, double down)
    {
        var (left, top) = (Rounding.HalfUp(area.X * across), Rounding.HalfUp(area.Y * down));
        var (right, bottom) = (Rounding.HalfUp(area.Right * across), Rounding.HalfUp(area.Bottom * down));
        return new PixelRect((int)left, (int)top, (int)Math.Max(1, right - left), (int)Math.Max(1, bottom - top));
    }

    private static PixelRect Inside(PixelRect area, PixelSize picture) =>
        (area with { Width = Math.Min(area.Width, picture.Width), Height = Math.Min(area.Height, picture.Height) }).PushedInto(picture);

    // Nobody has looked at the other picture yet.
    private static Dictionary<string, PlaceFraming> Unaccepted(IReadOnlyDictionary<string, PlaceFraming> places) =>
        places.Select(pair => (pair.Key, Place: pair.Value with { Accepted = null })).Where(pair => pair.Place != PlaceFraming.None)
            .ToDictionary(pair => pair.Key, pair => pair.Place);
}
