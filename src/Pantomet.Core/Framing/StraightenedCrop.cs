using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The rule of <see cref="AutomaticCrop"/> for a picture that is levelled.</summary>
/// <remarks>
/// The wishes are judged in the levelled frame, where the crop is upright and the subject is the upright rectangle around its four
/// tilted corners. The largest crop is exact, and so is its place if it meets every wish. Otherwise sizes and places are tried on a
/// grid, and the best is improved in ever smaller steps down to one pixel.
/// </remarks>
internal static class StraightenedCrop
{
    private const int Lengths = 24;
    private const int Places = 12;

    public static PixelRect For(CropCriteria wishes)
    {
        var room = new StraightenedBounds(wishes.Picture, wishes.Level);
        var sizes = new CropSizes(wishes.Ratio);
        var largest = room.Largest(wishes.Ratio);
        var first = CentredOn(wishes, room, largest);
        if (wishes.Subject is null && wishes.Heads.Count == 0)
            return first;
        var judge = new StraightenedCriteria(wishes, room);
        var best = judge.Judge(first);
        if (best.IsWhole)
            return first;
        var most = sizes.LengthOf(largest);
        best = Min(best, OnGrid(judge, room, largest));
        var shortest = Math.Max(1, most / 4);
        // Once all is clear at a size, smaller ones are no better.
        for (var step = 1; step < Lengths && !best.IsClear; step++)
        {
            var length = most - (int)((long)(most - shortest) * step / (Lengths - 1));
            best = Min(best, OnGrid(judge, room, sizes.At(length)));
        }

        return Refined(judge, room, sizes, best, most).Crop;
    }

    private static Judged OnGrid(StraightenedCriteria judge, StraightenedBounds room, PixelSize size)
    {
        var (leastX, mostX, leastY, mostY) = room.Range(size);
        var best = judge.Judge(CentredOn(judge.Wishes, room, size));
        for (var row = 0; row <= Places; row++)
        {
            for (var column = 0; column <= Places; column++)
            {
                var x = leastX + (int)((long)Math.Max(0, mostX - leastX) * column / Places);
                var y = leastY + (int)((long)Math.Max(0, mostY - leastY) * row / Places);
                best = Min(best, judge.Judge(room.Pushed(new PixelRect(x, y, size.Width, size.Height))));
            }
        }

        return best;
    }

    // Steps in size and place that halve each time nothing gets better.
    private static Judged Refined(StraightenedCriteria judge, StraightenedBounds room, CropSizes sizes, Judged best, int most)
    {
        var step = Math.Max(1, most / 16);
        while (true)
        {
            var before = best;
            var length = sizes.LengthOf(best.Crop.Size);
            foreach (var longer in (int[])[0, step, -step])
            {
                var size = longer == 0 ? best.Crop.Size : sizes.At(Math.Clamp(length + longer, 1, most));
                if (!room.Holds(size))
                    continue;
                foreach (var across in (int[])[0, -step, step])
                {
                    foreach (var down in (int[])[0, -step, step])
                    {
                        var moved = PixelRect.Around(new PixelPoint(before.Crop.Centre.X + across, before.Crop.Centre.Y + down), size);
                        best = Min(best, judge.Judge(room.Pushed(moved)));
                    }
                }
            }

            if (best.CompareTo(before) < 0)
                continue;
            if (step == 1)
                return best;
            step /= 2;
        }
    }

    private static PixelRect CentredOn(CropCriteria wishes, StraightenedBounds room, PixelSize size)
    {
        var focus = room.Levelled(wishes.Focus);
        return wishes.Place.Points
            .Select(place => new PixelPoint(focus.X + ((0.5 - place.X) * size.Width), focus.Y + ((0.5 - place.Y) * size.Height)))
            .Select(centre => (Centre: centre, Crop: room.Pushed(PixelRect.Around(room.Tilted(centre), size))))
            .MinBy(one => Distance(one.Crop.Centre, room.Tilted(one.Centre))).Crop;
    }

    private static double Distance(PixelPoint one, PixelPoint other) => Math.Pow(one.X - other.X, 2) + Math.Pow(one.Y - other.Y, 2);

    private static Judged Min(Judged one, Judged other) => other.CompareTo(one) < 0 ? other : one;
}
