using System.Collections.Concurrent;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Framing.Proposing;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>How a source is framed, in every place.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Revision">Counts the changes; goes back as If-Match.</param>
/// <param name="Subject">What must stay, as decided.</param>
/// <param name="Wish">What should stay too where there is room, as decided.</param>
/// <param name="Focus">The focus, as decided.</param>
/// <param name="IsDecided">Whether a person said what must stay, or that nothing in particular must.</param>
/// <param name="Proposal">What stands out in the pixels; counts until something is decided.</param>
/// <param name="Turn">How the picture is turned for every place.</param>
/// <param name="Headlines">What headlines say on it, by language tag; those of no language in particular under the empty name.</param>
/// <param name="IsUnmarked">Whether no mark is set on it, wherever a slot has one.</param>
/// <param name="Undo">What undo would take back.</param>
/// <param name="Redo">What redo would do again.</param>
/// <param name="Places">Every slot, or each of its tiers, in the order in which destinations are shown.</param>
internal sealed record FramingAnswer(
    string Source, long Revision, PixelRect? Subject, PixelRect? Wish, PixelPoint? Focus, bool IsDecided, SubjectProposal? Proposal,
    Rotation Turn, IReadOnlyDictionary<string, string> Headlines, bool IsUnmarked, string? Undo, string? Redo,
    IReadOnlyList<PlaceAnswer> Places)
{
    /// <summary>Plans every place, without formats and names of files; touches no pixel.</summary>
    /// <param name="row">The source.</param>
    /// <param name="slots">The slots that are asked for.</param>
    /// <param name="labels">What undo and redo would do.</param>
    /// <param name="tried">A framing that is tried out instead of the stored one.</param>
    /// <param name="mends">Whether remedies are computed for a slot; null for all.</param>
    public static FramingAnswer Of(
        SourceRow row, IEnumerable<Slot> slots, (string? Undo, string? Redo) labels = default, SourceFraming? tried = null,
        Func<Slot, bool>? mends = null)
    {
        var source = row.ToSource() with { Framing = tried ?? row.Framing };
        var framing = source.Framing;
        var plans = Partitioner.Create(slots.ToList(), loadBalance: true).AsParallel().AsOrdered()
            .Select(slot => (Slot: slot, Places: PlacePlan.AllOf(slot, source))).ToList();
        var review = Review.Of(source, plans.SelectMany(one => one.Places)).Items.Where(item => item.Slot is not null)
            .ToDictionary(item => (item.Slot!, item.Tier), item => item.Reasons);
        var together = plans.Where(one => SlotCrop.CanBeSet(one.Slot)).SelectMany(one => one.Places)
            .Where(place => !framing.At(place.Part.Id, place.Tier).IsParted)
            .ToLookup(place => SourceFraming.ShapeOf(place.Part.Shape), place => SourceFraming.KeyOf(place.Part.Id, place.Tier));
        return new FramingAnswer(
            row.Id, row.FramingRevision, framing.Subject, framing.Wish, framing.Focus, framing.IsDecided, row.Proposal, framing.Turn,
            framing.Headlines, framing.IsUnmarked, labels.Undo, labels.Redo,
            [
                .. from one in plans
                   from place in one.Places
                   let shares = place.Tier is null && SlotCrop.CanBeSet(one.Slot) && !framing.At(one.Slot.Id, null).IsParted
                       ? together[SourceFraming.ShapeOf(place.Part.Shape)].Where(id => id != place.Part.Id)
                       : []
                   select PlaceAnswer.Of(
                       one.Slot, place, framing, [.. shares], mends?.Invoke(one.Slot) ??
                           true, review.GetValueOrDefault((place.Part.Id, place.Tier), [])),
            ]);
    }
}

/// <summary>How a source is framed in a slot, or in a tier of one.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="Tier">The tier's name; null for a slot without tiers.</param>
/// <param name="Crop">In upright source pixels; where the picture is levelled, before it is tilted about its centre.</param>
/// <param name="Turn">How it is turned.</param>
/// <param name="Fit">How it fills the shape.</param>
/// <param name="CanBeSet">Whether there is anything to crop.</param>
/// <param name="ByHand">Whether a person set it.</param>
/// <param name="IsApart">Whether it is framed apart from the others with its shape.</param>
/// <param name="IsLeftOut">Whether a person wants no file here.</param>
/// <param name="Headline">What the headline says here; null for none.</param>
/// <param name="HeadlineAt">Where a person set it; null as the slot says.</param>
/// <param name="HeadlineColour">In which colour a person set it, <c>#rrggbb</c>; null as the slot says.</param>
/// <param name="Language">Of the headline's words: a tag, or empty for any; null for a slot without one.</param>
/// <param name="Shares">The other places that a crop set here serves too: a slot, or slot/tier.</param>
/// <param name="File">Of the largest file that is wanted: what the place looks like.</param>
/// <param name="Picture">Of the picture in that file.</param>
/// <param name="Sizes">Every picture size that is wanted, the largest first, and what the crop is short of.</param>
/// <param name="FollowsCrop">Whether every crop has a size of its own, so that none has too few pixels.</param>
/// <param name="Findings">What is to be said of it.</param>
/// <param name="Remedies">What would mend it; each has been tried.</param>
/// <param name="Review">Why somebody should look at it; empty when nobody need.</param>
internal sealed record PlaceAnswer(
    string Slot, string? Tier, PixelRect Crop, Rotation Turn, Fit Fit, bool CanBeSet, bool ByHand, bool IsApart, bool IsLeftOut,
    string? Headline, Anchor? HeadlineAt, string? HeadlineColour, string? Language, IReadOnlyList<string> Shares,
    PixelSize File, PixelSize Picture, IReadOnlyList<PlaceSize> Sizes, bool FollowsCrop, IReadOnlyList<Finding> Findings,
    IReadOnlyList<Remedy> Remedies, IReadOnlyList<ReviewReason> Review)
{
    public static PlaceAnswer Of(
        Slot slot, PlacePlan place, SourceFraming framing, IReadOnlyList<string> shares, bool isMended, IReadOnlyList<ReviewReason> review)
    {
        var (file, picture) = place.Wanted is [var largest, ..] ? (largest.File, largest.Picture) : (place.Crop.Size, place.Crop.Size);
        return new PlaceAnswer(
            slot.Id, place.Tier, place.Crop.Area, place.Crop.Rotation, place.Crop.Fit, SlotCrop.CanBeSet(slot), place.Crop.IsByHand,
            framing.At(slot.Id, place.Tier).IsParted,
            place.IsLeftOut, slot.Treatments.Headline?.TextFor(framing.Headlines), framing.At(slot.Id, place.Tier).HeadlineAt,
            framing.At(slot.Id, place.Tier).HeadlineColour?.ToString(),
            slot.Treatments.Headline?.Language, shares, file, picture,
            [.. place.Wanted.Select(size => new PlaceSize(size.File, size.Picture, place.ShortBy(size)))],
            place.Part.Sizes.FollowsCrop, place.Findings, isMended ? Core.Runs.Remedies.For(slot, place) : [], review);
    }
}

/// <summary>A size that is wanted of a crop.</summary>
/// <param name="File">Of the file.</param>
/// <param name="Picture">Of the picture in it.</param>
/// <param name="ShortByPx">Pixels that the crop is short of on its longer side; 0 when it has enough.</param>
internal sealed record PlaceSize(PixelSize File, PixelSize Picture, int ShortByPx);
