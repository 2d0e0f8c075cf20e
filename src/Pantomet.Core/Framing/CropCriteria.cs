using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>Everything that decides the automatic crop of one picture for one shape.</summary>
/// <param name="Picture">Size after the quarter turns. All positions below are pixels of it.</param>
/// <param name="Level">Degrees clockwise by which it is levelled.</param>
/// <param name="Ratio">Proportions of the crop.</param>
/// <param name="Focus">The point that should lie at the place that the slot prefers.</param>
public sealed record CropCriteria(PixelSize Picture, double Level, AspectRatio Ratio, PixelPoint Focus)
{
    /// <summary>What must stay; null when nothing in particular must.</summary>
    public PixelRect? Subject { get; init; }

    /// <summary>What should stay too where the shape has room for it beside the subject; null for nothing.</summary>
    public PixelRect? Wish { get; init; }

    /// <summary>Heads, none of which should be cut through.</summary>
    public IReadOnlyList<HeadArea> Heads { get; init; } = [];

    /// <summary>Room wanted around the subject, as a fraction of its longer side.</summary>
    public double Breathing { get; init; }

    /// <summary>Where in the crop the focus should lie.</summary>
    public FocusPlace Place { get; init; } = FocusPlace.Centre;

    /// <summary>What the destination covers or cuts off.</summary>
    public IReadOnlyList<KeepClearZone> Zones { get; init; } = [];

    /// <summary>
    /// The size that a crop should not fall below, to keep the pixels that the slot asks for; null when there is none that the picture
    /// could give.
    /// </summary>
    public PixelSize? Floor { get; init; }

    /// <summary>The subject and what is wished for, with the room around them, as far as the picture goes.</summary>
    public PixelRect? Room
    {
        get
        {
            if (Subject is not { } subject)
                return null;
            var all = Wish is { } wish ? subject.Joined(wish) : subject;
            var by = (int)Rounding.HalfUp(Breathing * all.Size.LongestSide);
            var (left, top) = (Math.Max(0, all.X - by), Math.Max(0, all.Y - by));
            return new PixelRect(
                left, top, (int)Math.Min(Picture.Width, all.Right + by) - left, (int)Math.Min(Picture.Height, all.Bottom + by) - top);
        }
    }

    /// <summary>Zones that leave anything clear. One that covers everything cannot be kept clear of, whatever the crop.</summary>
    /// <param name="size">Of the crop.</param>
    /// <param name="inset">Only what stays covered when every edge moves by so many pixels.</param>
    public PixelRect[] Covered(PixelSize size, int inset = 0) => CoveredParts.Of([.. Zones.Where(zone => !CoversAll(zone))], size, inset);

    private static bool CoversAll(KeepClearZone zone) => zone is { Form: ZoneForm.Rectangle, X: <= 0, Y: <= 0, Width: >= 1, Height: >= 1 };
}
