using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The rule of <see cref="AutomaticCrop"/> for a picture that is not tilted: the optimum over all crops of whole pixels.</summary>
internal static class UprightCrop
{
    public static PixelRect For(CropWishes wishes)
    {
        var largest = wishes.Ratio.LargestIn(wishes.Picture);
        if (wishes.Subject is not { } subject)
            return Nearest(wishes, AllPlaces(wishes.Picture, largest), largest).Crop;
        if (wishes.Zones.Count == 0)
            return At(wishes, largest, subject).Crop;
        return Clearest(wishes, subject, largest);
    }

    // A larger crop shows all that a smaller one shows, and more. So without zones the largest is best; with zones, sizes are tried
    // from the largest down to the smallest that cuts no more of the subject and still has the pixels.
    private static PixelRect Clearest(CropWishes wishes, PixelRect subject, PixelSize largest)
    {
        var sizes = new CropSizes(wishes.Ratio);
        var most = sizes.LengthOf(largest);
        var leastCut = Shown(wishes, largest, subject);
        var enough = wishes.Floor is { } floor && floor.Width <= largest.Width && floor.Height <= largest.Height ? sizes.LengthOf(floor) : wishes.Floor is null ? 1 : most;
        var least = Math.Max(Math.Min(enough, most), sizes.Shortest(most, size => Shown(wishes, size, subject) >= leastCut));
        Found? best = null;
        for (var length = most; length >= least;)
        {
            var size = length == most ? largest : sizes.At(length);
            var found = At(wishes, size, subject);
            if (best is null || (found.Covered, found.RoomLost).CompareTo((best.Value.Covered, best.Value.RoomLost)) < 0)
                best = found;
            // The room that is lost only grows as crops shrink.
            if (best is { Covered: 0 } clear && clear.RoomLost <= RoomLost(wishes, size, subject))
                break;
            length -= Skipped(found, best.Value, subject);
        }

        return best!.Value.Crop;
    }

    // One pixel less moves the edges of the zones by at most two against the subject. A size at which much more is covered than at the
    // best so far cannot have a better one within a few pixels.
    private static int Skipped(Found found, Found best, PixelRect subject)
    {
        var mostPerPixel = 4L * found.Parts * (subject.Width + subject.Height);
        return (int)Math.Clamp((found.Covered - best.Covered) / Math.Max(1, mostPerPixel), 1, int.MaxValue);
    }

    private static Found At(CropWishes wishes, PixelSize size, PixelRect subject)
    {
        var (across, down) = AllPlaces(wishes.Picture, size);
        across = Span.Showing(across, size.Width, subject.X, subject.Width).Places;
        down = Span.Showing(down, size.Height, subject.Y, subject.Height).Places;
        var parts = wishes.Zones.Count == 0 ? [] : wishes.Covered(size);
        if (parts.Length == 0)
            return Roomiest(wishes, size, (across, down), 0, 0);
        var (least, boxes) = ClearPlaces.In(across, down, subject, parts);
        return boxes.Select(box => Roomiest(wishes, size, box, least, parts.Length)).Min();
    }

    private static Found Roomiest(CropWishes wishes, PixelSize size, (Span Across, Span Down) places, long covered, int parts)
    {
        var room = wishes.Room!.Value;
        var (across, shownAcross) = Span.Showing(places.Across, size.Width, room.X, room.Width);
        var (down, shownDown) = Span.Showing(places.Down, size.Height, room.Y, room.Height);
        var (crop, distance) = Nearest(wishes, (across, down), size);
        return new Found(crop, covered, room.Size.Count - (shownAcross * shownDown), distance, parts);
    }

    private static (PixelRect Crop, double Distance) Nearest(CropWishes wishes, (Span Across, Span Down) places, PixelSize size)
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

    private static (Span Across, Span Down) AllPlaces(PixelSize picture, PixelSize size) => (new Span(0, picture.Width - size.Width), new Span(0, picture.Height - size.Height));

    // The most that a crop of a size can show of something, in pixels.
    private static long Shown(CropWishes wishes, PixelSize size, PixelRect thing)
    {
        var (across, down) = AllPlaces(wishes.Picture, size);
        return Span.Showing(across, size.Width, thing.X, thing.Width).Shown * Span.Showing(down, size.Height, thing.Y, thing.Height).Shown;
    }

    // What a crop of a size loses of the room at least, of all places that show the most of the subject.
    private static long RoomLost(CropWishes wishes, PixelSize size, PixelRect subject)
    {
        var (across, down) = AllPlaces(wishes.Picture, size);
        across = Span.Showing(across, size.Width, subject.X, subject.Width).Places;
        down = Span.Showing(down, size.Height, subject.Y, subject.Height).Places;
        return Roomiest(wishes, size, (across, down), 0, 0).RoomLost;
    }

    private readonly record struct Found(PixelRect Crop, long Covered, long RoomLost, double Distance, int Parts) : IComparable<Found>
    {
        public int CompareTo(Found other) => (Covered, RoomLost, Distance, Crop.Y, Crop.X).CompareTo((other.Covered, other.RoomLost, other.Distance, other.Crop.Y, other.Crop.X));
    }
}
