using Pantomet.Core.Destinations;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Framing;

/// <summary>The part of a source that goes into a slot or tier.</summary>
/// <param name="Area">In upright source pixels, with its sides along theirs; where the picture is levelled, before it is tilted about its
/// centre.</param>
/// <param name="Rotation">How the picture is turned.</param>
/// <param name="Fit">How the part fills the shape: as the slot says, or padded because a person said so.</param>
/// <param name="IsByHand">Whether a person set it.</param>
public sealed record SlotCrop(PixelRect Area, Rotation Rotation, Fit Fit, bool IsByHand)
{
    /// <summary>Pixels that come out of it: its size after the quarter turns.</summary>
    public PixelSize Size => Rotation.QuarterTurns % 2 == 0 ? Area.Size : Area.Size.Turned;

    /// <summary>Whether a slot crops at all; <c>contain</c> and <c>pad</c> show the whole picture.</summary>
    /// <param name="slot">Any slot.</param>
    public static bool CanBeSet(Slot slot) => slot.Fit == Fit.Cover;

    /// <summary>The crop set by hand if there is one, else the automatic one.</summary>
    /// <param name="part">The slot, or a tier as a slot.</param>
    /// <param name="tier">The tier's name.</param>
    /// <param name="source">What is framed.</param>
    public static SlotCrop For(Slot part, string? tier, FramedPicture source)
    {
        var framing = source.Framing;
        var hand = CanBeSet(part) ? framing.HandAt(part, tier) : null;
        var turn = hand?.Turn ?? framing.Turn;
        var turned = new RotatedPicture(source.Facts.Size, turn);
        if (!CanBeSet(part))
            return new SlotCrop(turned.ToUpright(Whole(turned)), turn, part.Fit, false);
        if (framing.At(part.Id, tier).IsPadded)
            return new SlotCrop(turned.ToUpright(Padded(part, source, turned)), turn, Fit.Pad, true);
        var area = hand is { Crop: var drawn }
            ? HandCrop.Nearest(new StraightenedBounds(turned.Size, turn.Straighten), part.Shape, turned.FromUpright(drawn))
            : AutomaticCrop.For(Wishes(part, source, turned));
        return new SlotCrop(turned.ToUpright(area), turn, Fit.Cover, hand is not null);
    }

    /// <summary>What the automatic crop of a source should do in a slot.</summary>
    /// <param name="part">The slot, or a tier as a slot.</param>
    /// <param name="source">What is framed.</param>
    /// <param name="turned">The source as it is turned.</param>
    public static CropCriteria Wishes(Slot part, FramedPicture source, RotatedPicture turned)
    {
        var ratio = part.Shape.RatioFor(AspectRatio.Of(turned.Size));
        return Wishes(ratio, part.FocusPlace, source, turned) with
        {
            Breathing = part.Breathing,
            Zones = part.KeepClear,
            Floor = source.Facts.IsVector
                ? null
                : Floor(part, new StraightenedBounds(turned.Size, turned.Rotation.Straighten).Largest(ratio)),
        };
    }

    /// <summary>The crop of a source for a place that is in no slot, as one among several pictures in one.</summary>
    /// <param name="place">Pixels of the place; its proportions count.</param>
    /// <param name="source">What is framed.</param>
    public static SlotCrop For(PixelSize place, FramedPicture source)
    {
        var turned = new RotatedPicture(source.Facts.Size, source.Framing.Turn);
        var wishes = Wishes(AspectRatio.Of(place), FocusPlace.Centre, source, turned) with { Breathing = Slot.DefaultBreathing };
        return new SlotCrop(turned.ToUpright(AutomaticCrop.For(wishes)), turned.Rotation, Fit.Cover, false);
    }

    private static CropCriteria Wishes(AspectRatio ratio, FocusPlace wanted, FramedPicture source, RotatedPicture turned)
    {
        PixelRect? Turned(PixelRect? upright) => upright is { } area ? turned.FromUpright(area) : null;
        var subject = Turned(source.Subject);
        var aim = source.Focus is null ? FaceAim.Of([.. source.Faces.Select(turned.FromUpright)], subject, ratio) : null;
        var focus = source.Focus is { } point ? turned.FromUpright(point) : aim?.Point ?? subject?.Centre;
        // Without a focus there is nothing to put on a third.
        var place = focus is null && wanted == FocusPlace.Thirds ? FocusPlace.Centre : wanted;
        return new CropCriteria(turned.Size, turned.Rotation.Straighten, ratio, focus ?? wanted.FocusOf(turned.Size))
        {
            Subject = subject,
            Wish = Turned(source.Wish),
            Heads = [.. source.Faces.Select(
                face => HeadArea.Of(turned.FromUpright(FaceRegion.WithHair(face, source.Facts.Size)), turned.Size.Height))],
            // A slot that says where the focus goes is obeyed.
            Place = place == FocusPlace.Centre && aim is not null ? place.With(aim.Across, aim.Down) : place,
        };
    }

    // The largest size that the slot wants and the picture can give; the smallest that it wants if it can give none.
    private static PixelSize? Floor(Slot part, PixelSize largest)
    {
        if (part.Sizes.FollowsCrop)
            return null;
        var wanted = OutputSizes.For(part, largest);
        foreach (var size in wanted)
        {
            if (size.ShortBy(largest) == 0)
                return new PixelSize(Math.Min(size.Picture.Width, largest.Width), Math.Min(size.Picture.Height, largest.Height));
        }

        return wanted.Count > 0 ? wanted[^1].Picture : null;
    }

    private static PixelRect Whole(RotatedPicture turned)
    {
        if (turned.Rotation.Straighten == 0)
            return turned.Size.Whole;
        var room = new StraightenedBounds(turned.Size, turned.Rotation.Straighten);
        return room.Pushed(PixelRect.Around(turned.Size.Centre, room.Largest(AspectRatio.Of(turned.Size))));
    }

    // As much beyond the crop as the subject needs: the least that has to be filled up.
    private static PixelRect Padded(Slot part, FramedPicture source, RotatedPicture turned)
    {
        var wishes = Wishes(part, source, turned);
        if (turned.Rotation.Straighten != 0 || wishes.Room is not { } room)
            return Whole(turned);
        var crop = AutomaticCrop.For(wishes with { Zones = [] });
        var (left, top) = (Math.Min(crop.X, room.X), Math.Min(crop.Y, room.Y));
        return new PixelRect(left, top, (int)Math.Max(crop.Right, room.Right) - left, (int)Math.Max(crop.Bottom, room.Bottom) - top);
    }
}
