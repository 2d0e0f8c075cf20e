using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>How far a crop of a levelled picture meets the wishes, in their order.</summary>
internal sealed class StraightenedCriteria
{
    private readonly StraightenedBounds room;
    private readonly PixelRect? subject;
    private readonly PixelRect? wish;
    private readonly PixelRect? breathing;
    private readonly HeadArea[] heads;
    private readonly PixelPoint focus;
    private readonly Dictionary<PixelSize, PixelRect[]> covered = [];

    public StraightenedCriteria(CropCriteria wishes, StraightenedBounds room)
    {
        Wishes = wishes;
        this.room = room;
        subject = Around(room, wishes.Subject);
        wish = Around(room, wishes.Wish);
        breathing = Around(room, wishes.Room);
        heads = [.. wishes.Heads.Select(head => HeadArea.Of(Around(room, head.Head)))];
        focus = room.Levelled(wishes.Focus);
    }

    public CropCriteria Wishes { get; }

    /// <summary>The upright rectangle around a rectangle that is tilted with its picture, to the pixel.</summary>
    public static PixelRect Around(StraightenedBounds room, PixelRect upright)
    {
        PixelPoint[] corners =
            [.. new[] { (upright.X, upright.Y), (upright.Right, upright.Y), (upright.X, upright.Bottom), (upright.Right, upright.Bottom) }
                .Select(corner => room.Levelled(new PixelPoint(corner.Item1, corner.Item2)))];
        var (left, top) = ((int)Rounding.HalfUp(corners.Min(corner => corner.X)), (int)Rounding.HalfUp(corners.Min(corner => corner.Y)));
        return new PixelRect(
            left, top, (int)Rounding.HalfUp(corners.Max(corner => corner.X)) - left,
            (int)Rounding.HalfUp(corners.Max(corner => corner.Y)) - top);
    }

    /// <summary>A crop as it lies in the levelled frame.</summary>
    public static PixelRect Levelled(StraightenedBounds room, PixelRect crop) => PixelRect.Around(room.Levelled(crop.Centre), crop.Size);

    public Judged Judge(PixelRect crop)
    {
        var at = Levelled(room, crop);
        var isShort = Wishes.Floor is { } floor && (crop.Width < floor.Width || crop.Height < floor.Height);
        var distance = Wishes.Place.Points.Min(
            place => Math.Pow(at.X + (place.X * at.Width) - focus.X, 2) + Math.Pow(at.Y + (place.Y * at.Height) - focus.Y, 2));
        return new Judged(
            crop, Beyond(at, subject), isShort, Under(at), Beyond(at, wish), heads.Count(head => head.IsCutBy(at)),
            Beyond(at, breathing), distance);
    }

    private static PixelRect? Around(StraightenedBounds room, PixelRect? upright) =>
        upright is { } area ? Around(room, area) : null;

    private static long Beyond(PixelRect crop, PixelRect? thing) =>
        thing is { } area ? area.Size.Count - CoveredParts.Shared(crop, area) : 0;

    private long Under(PixelRect at)
    {
        if (Wishes.Zones.Count == 0 || subject is not { } area)
            return 0;
        if (!covered.TryGetValue(at.Size, out var parts))
            covered[at.Size] = parts = Wishes.Covered(at.Size);
        return parts.Sum(part => CoveredParts.Shared(part with { X = part.X + at.X, Y = part.Y + at.Y }, area));
    }
}

/// <summary>What a crop costs, wish by wish; less is better.</summary>
internal readonly record struct Judged(
    PixelRect Crop, long Cut, bool IsShort, long Covered, long WishCut, int HeadsCut, long RoomLost, double Distance)
    : IComparable<Judged>
{
    /// <summary>Whether no smaller crop could do better: all wishes before the size are met.</summary>
    public bool IsClear => this is { Cut: 0, IsShort: false, Covered: 0 };

    /// <summary>Whether no crop could do better but by lying nearer to the focus.</summary>
    public bool IsWhole => IsClear && this is { WishCut: 0, HeadsCut: 0, RoomLost: 0 };

    public int CompareTo(Judged other) => Wishes.CompareTo(other.Wishes) is var first && first != 0 ? first : Rest.CompareTo(other.Rest);

    private (long Cut, bool IsShort, long Covered, long Smaller, long WishCut) Wishes =>
        (Cut, IsShort, Covered, -Crop.Size.Count, WishCut);

    private (int HeadsCut, long RoomLost, double Distance, (int Y, int X) At) Rest => (HeadsCut, RoomLost, Distance, (Crop.Y, Crop.X));
}
