using Pantomet.Core.Framing;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Runs;

/// <summary>Why somebody should look at a pairing.</summary>
public enum ReviewReason
{
    /// <summary>The crop cuts off part of the subject.</summary>
    SubjectCut,

    /// <summary>The crop has too few pixels for a size that is wanted.</summary>
    LittleResolution,

    /// <summary>Part of the subject lies under a keep-clear zone.</summary>
    SubjectCovered,

    /// <summary>The crop was set by hand on an earlier file of other proportions.</summary>
    Replaced,

    /// <summary>Nobody has confirmed what must stay.</summary>
    Unconfirmed,
}

/// <summary>Something that needs eyes: a place, or a source whose subject nobody confirmed.</summary>
/// <param name="Slot">The slot; null for the source as a whole.</param>
/// <param name="Tier">A tier of the slot; null for a slot without tiers.</param>
/// <param name="Reasons">The gravest first.</param>
/// <param name="Weight">The more, the worse; for the order of the queue.</param>
public sealed record ReviewItem(string? Slot, string? Tier, IReadOnlyList<ReviewReason> Reasons, double Weight);

/// <summary>What of one source needs eyes, and how much has had them.</summary>
/// <param name="Items">The worst first. What is wrong with the subject comes before the places that follow from it.</param>
/// <param name="Settled">Things that were accepted, confirmed or left out.</param>
public sealed record SourceReview(IReadOnlyList<ReviewItem> Items, int Settled);

/// <summary>Finds what needs eyes.</summary>
public static class Review
{
    private const double UnconfirmedWeight = 0.5;

    /// <summary>What of one source needs eyes.</summary>
    /// <param name="source">The source.</param>
    /// <param name="places">How it is framed, in each place of every slot.</param>
    public static SourceReview Of(Source source, IEnumerable<PlacePlan> places)
    {
        var items = new List<ReviewItem>();
        var settled = source.Framing.IsDecided ? 1 : 0;
        foreach (var place in places)
        {
            var reasons = place.IsLeftOut ? [] : Reasons(place).OrderByDescending(reason => reason.Weight).ToList();
            var isAccepted = source.Framing.At(place.Part.Id, place.Tier).Accepted == SeenAt(place);
            if (place.IsLeftOut || (reasons.Count > 0 && isAccepted))
                settled++;
            else if (reasons.Count > 0)
                items.Add(new ReviewItem(place.Part.Id, place.Tier, [.. reasons.Select(reason => reason.Reason)], reasons[0].Weight));
        }

        List<ReviewItem> ordered = [.. items.OrderByDescending(item => item.Weight)];
        if (!source.Framing.IsDecided)
            ordered.Insert(
                0, new ReviewItem(
                    null, null, [ReviewReason.Unconfirmed], Math.Max(UnconfirmedWeight, ordered is [var worst, ..] ? worst.Weight : 0)));
        return new SourceReview(ordered, settled);
    }

    /// <summary>What there is to see at a place: accepted once, it comes back only when this changes.</summary>
    /// <param name="place">Any place.</param>
    public static string SeenAt(PlacePlan place) =>
        $"{place.Crop.Area} {place.Crop.Rotation} {place.Crop.Fit}, subject {place.Source.Framed.Subject?.ToString() ?? "none"}, of " +
        $"{place.Wanted.Count} sizes {place.Wanted.Count(size => place.ShortBy(size) > 0)} short";

    private static IEnumerable<(ReviewReason Reason, double Weight)> Reasons(PlacePlan place)
    {
        if (place.Findings.Any(finding => finding.Id == FramingFindings.SubjectCut))
            yield return (ReviewReason.SubjectCut, 3 + FramingFindings.ShareCut(place.Wishes, place.TurnedCrop));
        var largest = place.Wanted.Count > 0 ? place.Wanted[0] : default;
        if (place.Wanted.Any(size => place.ShortBy(size) > 0))
            yield return (ReviewReason.LittleResolution, 2 + (1 - ((double)place.Crop.Size.Width / Math.Max(1, largest.Picture.Width))));
        if (place.Findings.Any(finding => finding.Id == FramingFindings.SubjectCovered))
            yield return (ReviewReason.SubjectCovered, 1.5);
        if (place.Crop.IsByHand && place.Source.Framing.HandAt(place.Part, place.Tier) is { IsFromReplaced: true })
            yield return (ReviewReason.Replaced, 1);
    }
}
