using Pantomet.Core.Measures;

namespace Pantomet.Core.SiteCheck;

/// <summary>A picture in a place of a page.</summary>
/// <param name="Id">Of the picture.</param>
/// <param name="File">Its pixels.</param>
/// <param name="Seen">At which sizes it is shown there; at least one.</param>
public sealed record PictureInPlace(long Id, PixelSize File, IReadOnlyList<SeenPicture> Seen);

/// <summary>A size at which a site shows pictures again and again: what a slot would be made of.</summary>
/// <param name="ShownPx">The widths at which it shows them, CSS px, the narrowest first.</param>
/// <param name="Ratio">The shape that it shows them in; null where each has its own.</param>
/// <param name="FileWidths">Widths that the screens ask for, px, the widest first.</param>
/// <param name="Pictures">Ids of the pictures, each once.</param>
public sealed record RecurringPlace(
    IReadOnlyList<int> ShownPx, AspectRatio? Ratio, IReadOnlyList<int> FileWidths, IReadOnlyList<long> Pictures)
{
    // Invented: rungs that are nearer to each other save nothing that anybody notices.
    private const double NearRungs = 1.12;
    private const double NearRatio = 0.01;

    /// <summary>Finds them: those with most pictures first.</summary>
    /// <param name="places">Pictures in places.</param>
    public static IReadOnlyList<RecurringPlace> Of(IEnumerable<PictureInPlace> places) =>
    [
        .. places.Where(place => place.Seen.Count > 0)
            .GroupBy(place => string.Join(' ', place.Seen.Select(seen => $"{seen.Window.WidthPx:0}:{seen.WidthPx:0}").Distinct().Order()))
            .Select(group => Of([.. group])).OrderByDescending(place => place.Pictures.Count).ThenByDescending(place => place.ShownPx[^1]),
    ];

    private static RecurringPlace Of(List<PictureInPlace> places)
    {
        var seen = places[0].Seen;
        return new RecurringPlace(
            [.. seen.Select(one => (int)Math.Round(one.WidthPx)).Distinct().Order()], RatioOf(places), Rungs(seen),
            [.. places.Select(place => place.Id).Distinct()]);
    }

    // A box that is shown in one shape, whatever the picture's own, or pictures that all have one.
    private static AspectRatio? RatioOf(List<PictureInPlace> places)
    {
        var boxes = places.SelectMany(place => place.Seen).Where(seen => seen.HeightPx is > 0)
            .Select(seen => seen.WidthPx / seen.HeightPx!.Value).ToList();
        if (boxes.Count == 0 || boxes.Exists(box => Math.Abs((box / boxes[0]) - 1) > NearRatio))
            return null;
        var own = places[0].File;
        // As the file has it, where that is the same: 3:2, and not 371:247.
        if (Math.Abs(((double)own.Width / own.Height / boxes[0]) - 1) <= NearRatio)
            return AspectRatio.Of(own);
        var box = places[0].Seen.First(seen => seen.HeightPx is > 0);
        return AspectRatio.Of(new PixelSize((int)Math.Round(box.WidthPx), (int)Math.Round(box.HeightPx!.Value)));
    }

    private static List<int> Rungs(IReadOnlyList<SeenPicture> seen)
    {
        var rungs = new List<int>();
        foreach (var px in seen.Select(one => (int)Math.Ceiling(one.WidthPx * one.Window.Density)).Distinct().OrderDescending())
        {
            if (rungs.Count == 0 || rungs[^1] > NearRungs * px)
                rungs.Add(px);
        }

        return rungs;
    }
}
