using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The rule of <see cref="AutomaticCrop"/> for a picture that is not tilted: the optimum over all crops of whole pixels.</summary>
internal static class UprightCrop
{
    private const int Samples = 12;
    private const int FirstStep = 8;

    // Each of two lengths rounds an edge of a zone, and of a band in it, by less than two pixels.
    private const int Rounded = 4;

    public static PixelRect For(CropCriteria wishes)
    {
        var largest = wishes.Ratio.LargestIn(wishes.Picture);
        if (wishes.Subject is not { } subject)
            return Placed(wishes, largest, AllPlaces(wishes.Picture, largest), 0).Crop;
        if (wishes.Zones.Count == 0)
            return At(wishes, largest, subject).Crop;
        return Clearest(wishes, subject, largest);
    }

    // A larger crop shows all that a smaller one shows, and more. So without zones the largest is best; with zones it is the largest at
    // which the least is covered, of those that cut no more of the subject and still have the pixels.
    private static PixelRect Clearest(CropCriteria wishes, PixelRect subject, PixelSize largest)
    {
        var sizes = new CropSizes(wishes.Ratio);
        var most = sizes.LengthOf(largest);
        var leastCut = Shown(wishes, largest, subject);
        var enough = wishes.Floor is { } floor && floor.Width <= largest.Width && floor.Height <= largest.Height
            ? sizes.LengthOf(floor)
            : wishes.Floor is null ? 1 : most;
        var least = Math.Max(Math.Min(enough, most), sizes.Shortest(most, size => Shown(wishes, size, subject) >= leastCut));
        PixelSize SizeOf(int length) => length == most ? largest : sizes.At(length);
        long CoveredAt(int length) => MinCovered(wishes, SizeOf(length), subject, 0);

        var (best, covered) = (most, CoveredAt(most));
        // A few sizes first: the less is known to be coverable, the more of the others can be passed over.
        var known = covered;
        for (var sample = 1; sample <= Samples && known > 0; sample++)
            known = Math.Min(known, CoveredAt(most - (int)((long)(most - least) * sample / Samples)));
        // What is cut off is not covered, so the reasoning below holds only for a subject that is shown whole.
        var isWhole = leastCut == subject.Size.Count;
        var (length, step) = (most, FirstStep);
        for (var found = covered; covered > 0 && length > least;)
        {
            step = isWhole && found > known ? Passed(wishes, SizeOf(length), subject, known, Math.Min(2 * step, length - least)) : 1;
            length -= step;
            found = CoveredAt(length);
            if (found < covered)
                (best, covered) = (length, found);
            known = Math.Min(known, covered);
        }

        return At(wishes, SizeOf(best), subject).Crop;
    }

    // How many lengths can be passed over. A pixel of length moves no edge of a zone by more than a pixel against the subject, wherever the
    // crop lies, and rounding to whole pixels adds a few. So what stays covered when every edge moves by n pixels is covered at all of the
    // next n.
    private static int Passed(CropCriteria wishes, PixelSize size, PixelRect subject, long known, int step)
    {
        for (; step > 1; step /= 2)
        {
            if (MinCovered(wishes, size, subject, step + Rounded) > known)
                return step;
        }

        return 1;
    }

    private static Found At(CropCriteria wishes, PixelSize size, PixelRect subject)
    {
        var (across, down) = Showing(wishes, size, subject);
        var parts = wishes.Zones.Count == 0 ? [] : wishes.Covered(size);
        if (parts.Length == 0)
            return Placed(wishes, size, (across, down), 0);
        var (least, boxes) = ClearPlaces.In(across, down, subject, parts);
        return boxes.Select(box => Placed(wishes, size, box, least)).Min();
    }

    private static long MinCovered(CropCriteria wishes, PixelSize size, PixelRect subject, int inset)
    {
        var parts = wishes.Covered(size, inset);
        var (across, down) = Showing(wishes, size, subject);
        return parts.Length == 0 ? 0 : ClearPlaces.Least(across, down, subject, parts);
    }

    // The places at which a crop of a size shows the most of the subject.
    private static (Span Across, Span Down) Showing(CropCriteria wishes, PixelSize size, PixelRect subject)
    {
        var (across, down) = AllPlaces(wishes.Picture, size);
        return (Span.Showing(across, size.Width, subject.X, subject.Width).Places, Span.Showing(
            down, size.Height, subject.Y, subject.Height).Places);
    }

    // The best place of those that are equal by everything before the wish.
    private static Found Placed(CropCriteria wishes, PixelSize size, (Span Across, Span Down) places, long covered)
    {
        var (wished, wishCut) = Showing(wishes.Wish, size, places);
        return (from uncut in UncutHeads.Best(wishes.Heads, wished, size)
                let roomy = Showing(wishes.Room, size, uncut.Places)
                let nearest = Nearest(wishes, roomy.Places, size)
                select new Found(nearest.Crop, covered, wishCut, uncut.Cut, roomy.Cut, nearest.Distance)).Min();
    }

    // The places at which a crop shows the most of something, and how much of it is cut off there, in pixels.
    private static ((Span Across, Span Down) Places, long Cut) Showing(PixelRect? thing, PixelSize size, (Span Across, Span Down) places)
    {
        if (thing is not { } area)
            return (places, 0);
        var (across, shownAcross) = Span.Showing(places.Across, size.Width, area.X, area.Width);
        var (down, shownDown) = Span.Showing(places.Down, size.Height, area.Y, area.Height);
        // Where nothing of it can be shown, no place is better than another.
        return (shownAcross * shownDown == 0 ? places : (across, down), area.Size.Count - (shownAcross * shownDown));
    }

    private static (PixelRect Crop, double Distance) Nearest(CropCriteria wishes, (Span Across, Span Down) places, PixelSize size)
    {
        var best = (Crop: default(PixelRect), Distance: double.PositiveInfinity);
        foreach (var place in wishes.Place.Points)
        {
            var (x, y) = (wishes.Focus.X - (place.X * size.Width), wishes.Focus.Y - (place.Y * size.Height));
            var crop = new PixelRect(places.Across.Nearest(x), places.Down.Nearest(y), size.Width, size.Height);
            var distance = ((crop.X - x) * (crop.X - x)) + ((crop.Y - y) * (crop.Y - y));
            if (distance < best.Distance)
                best = (crop, distance);
        }

        return best;
    }

    private static (Span Across, Span Down) AllPlaces(PixelSize picture, PixelSize size) =>
        (new Span(0, picture.Width - size.Width), new Span(0, picture.Height - size.Height));

    // The most that a crop of a size can show of something, in pixels.
    private static long Shown(CropCriteria wishes, PixelSize size, PixelRect thing)
    {
        var (across, down) = AllPlaces(wishes.Picture, size);
        return Span.Showing(across, size.Width, thing.X, thing.Width).Shown * Span.Showing(down, size.Height, thing.Y, thing.Height).Shown;
    }

    private readonly record struct Found(PixelRect Crop, long Covered, long WishCut, int HeadsCut, long RoomLost, double Distance)
        : IComparable<Found>
    {
        public int CompareTo(Found other) =>
            (Covered, WishCut, HeadsCut, RoomLost, Distance, Crop.Y, Crop.X).CompareTo(
                (other.Covered, other.WishCut, other.HeadsCut, other.RoomLost, other.Distance, other.Crop.Y, other.Crop.X));
    }
}
