using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>What is to be said of a crop, whether it was computed or set by hand: which wish it does not meet, and by how much.</summary>
public static class FramingFindings
{
    /// <summary>Part of the subject is outside the crop.</summary>
    public const string SubjectCut = "subject-cut";

    /// <summary>Part of the subject lies under a keep-clear zone.</summary>
    public const string SubjectCovered = "subject-covered";

    /// <summary>The subject is nearer to an edge than the slot wishes.</summary>
    public const string LittleRoom = "little-room";

    /// <summary>A zone leaves nothing clear.</summary>
    public const string NothingClear = "nothing-clear";

    /// <summary>Judges a crop.</summary>
    /// <param name="wishes">What was wished.</param>
    /// <param name="crop">In the turned picture.</param>
    /// <param name="isPadded">The crop is shown whole in the shape, and the shape filled up.</param>
    /// <param name="isProposed">Nobody has confirmed the subject yet: then nothing is said about it.</param>
    public static IEnumerable<Finding> Of(CropCriteria wishes, PixelRect crop, bool isPadded, bool isProposed)
    {
        foreach (var zone in wishes.Zones.Where(zone => zone is { Form: ZoneForm.Rectangle, X: <= 0, Y: <= 0, Width: >= 1, Height: >= 1 }))
            yield return new Finding(
                NothingClear, Severity.Note, $"The zone \"{zone.Name}\" covers the whole picture. Nothing can be kept clear of it.",
                "Make the zone smaller, or take it away.");
        // Nobody is warned about what nobody has said: a proposal is asked about once, as a whole.
        if (isProposed || wishes.Subject is not { } stated)
            yield break;
        var room = new StraightenedBounds(wishes.Picture, wishes.Level);
        var subject = StraightenedCriteria.Around(room, stated);
        var shown = StraightenedCriteria.Levelled(room, crop);
        if (Cut(subject, shown) is { Count: > 0 } sides)
        {
            yield return new Finding(
                SubjectCut, Severity.Warn, CutSentence(subject, shown, sides),
                "Pad the picture, allow another shape, or frame it by hand.");
            // How near the rest of it is to an edge does not matter any more.
            wishes = wishes with { Breathing = 0 };
        }

        foreach (var finding in Covered(wishes, subject, isPadded ? Around(shown, wishes.Ratio) : shown, shown))
            yield return finding;
        if (wishes.Breathing > 0 && Room(wishes, stated, subject, shown) is { } little)
            yield return little;
    }

    /// <summary>Share of the subject's area that a crop cuts off, 0 to 1.</summary>
    /// <param name="wishes">Of the crop.</param>
    /// <param name="crop">In the turned picture.</param>
    public static double ShareCut(CropCriteria wishes, PixelRect crop)
    {
        if (wishes.Subject is not { } stated)
            return 0;
        var room = new StraightenedBounds(wishes.Picture, wishes.Level);
        var subject = StraightenedCriteria.Around(room, stated);
        return 1 - ((double)CoveredParts.Shared(StraightenedCriteria.Levelled(room, crop), subject) / subject.Size.Count);
    }

    private static List<(string Side, long Px, int Of)> Cut(PixelRect subject, PixelRect crop)
    {
        List<(string, long, int)> sides =
        [
            ("left", Math.Min(subject.Width, crop.X - subject.X), subject.Width),
            ("right", Math.Min(subject.Width, subject.Right - crop.Right), subject.Width),
            ("top", Math.Min(subject.Height, crop.Y - subject.Y), subject.Height),
            ("bottom", Math.Min(subject.Height, subject.Bottom - crop.Bottom), subject.Height),
        ];
        return [.. sides.Where(side => side.Item2 > 0)];
    }

    private static string CutSentence(PixelRect subject, PixelRect crop, List<(string Side, long Px, int Of)> sides)
    {
        if (CoveredParts.Shared(subject, crop) == 0)
            return "The subject lies outside the crop.";
        var parts = string.Join(" and ", sides.Select(side => $"{Percent((double)side.Px / side.Of)} off the {side.Side}"));
        var isAcross = sides.Exists(side => side.Side is "left" or "right");
        var (holds, needs) = isAcross ? (crop.Width, subject.Width) : (crop.Height, subject.Height);
        var why = holds < needs ? $" The crop holds {Finding.Px(holds)} px of its {Finding.Px(needs)}." : "";
        return $"The crop cuts {parts} of the subject.{why}";
    }

    private static IEnumerable<Finding> Covered(CropCriteria wishes, PixelRect subject, PixelRect frame, PixelRect shown)
    {
        foreach (var zone in wishes.Zones.Where(
            zone => zone is not { Form: ZoneForm.Rectangle, X: <= 0, Y: <= 0, Width: >= 1, Height: >= 1 }))
        {
            var visible = Both(subject, shown);
            var covered = CoveredParts.Of(zone, frame.Size)
                .Sum(part => CoveredParts.Shared(part with { X = part.X + frame.X, Y = part.Y + frame.Y }, visible));
            if (covered == 0)
                continue;
            var share = Percent((double)covered / subject.Size.Count);
            var what = zone.Form == ZoneForm.OutsideEllipse
                ? $"\"{zone.Name}\" leaves {share} of the subject outside."
                : $"\"{zone.Name}\" covers {share} of the subject.";
            yield return new Finding(
                SubjectCovered, Severity.Warn, what, "Make the subject smaller if it can be, pad the picture, or frame it by hand.");
        }
    }

    private static Finding? Room(CropCriteria wishes, PixelRect stated, PixelRect subject, PixelRect crop)
    {
        var wanted = (int)Rounding.HalfUp(wishes.Breathing * stated.Size.LongestSide);
        // Beyond the edge of the picture there is no room to be had.
        var upright = wishes.Level == 0;
        List<(string Side, long Has, long Could)> sides =
        [
            ("left", subject.X - crop.X, upright ? stated.X : wanted),
            ("right", crop.Right - subject.Right, upright ? wishes.Picture.Width - stated.Right : wanted),
            ("top", subject.Y - crop.Y, upright ? stated.Y : wanted),
            ("bottom", crop.Bottom - subject.Bottom, upright ? wishes.Picture.Height - stated.Bottom : wanted),
        ];
        var least = sides.Where(side => side.Has >= 0 && side.Has < Math.Min(wanted, side.Could)).OrderBy(side => side.Has).ToList();
        return least.Count == 0 ? null : new Finding(
            LittleRoom, Severity.Note,
            $"The subject has {Finding.Px(least[0].Has)} px of room at the {least[0].Side}; {Finding.Px(wanted)} px are wished for.");
    }

    private static PixelRect Both(PixelRect one, PixelRect other)
    {
        var (left, top) = (Math.Max(one.X, other.X), Math.Max(one.Y, other.Y));
        return new PixelRect(
            left, top, (int)Math.Max(0, Math.Min(one.Right, other.Right) - left),
            (int)Math.Max(0, Math.Min(one.Bottom, other.Bottom) - top));
    }

    // The shape around a padded picture, in source pixels: the picture lies in its middle.
    private static PixelRect Around(PixelRect crop, AspectRatio ratio)
    {
        var isWider = AspectRatio.Of(crop.Size) > ratio;
        var size = isWider
            ? new PixelSize(crop.Width, Math.Max(crop.Height, ratio.HeightFor(crop.Width)))
            : new PixelSize(Math.Max(crop.Width, ratio.WidthFor(crop.Height)), crop.Height);
        return new PixelRect(crop.X - ((size.Width - crop.Width) / 2), crop.Y - ((size.Height - crop.Height) / 2), size.Width, size.Height);
    }

    private static string Percent(double share) => share < 0.01 ? "less than 1 %" : $"{Math.Min(100, Rounding.HalfUp(share * 100))} %";
}
