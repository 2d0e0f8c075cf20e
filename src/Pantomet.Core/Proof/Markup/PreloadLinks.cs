using System.Globalization;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Proof.Markup;

/// <summary>For the head of a page: lets the browser fetch a picture before it has read as far as where it stands.</summary>
/// <remarks>
/// WHATWG HTML, "link type preload". Every link whose media holds is fetched, so the ranges do not overlap, and there is one format in
/// each: that which browsers take from <see cref="PictureElement"/> when they read it.
/// </remarks>
public static class PreloadLinks
{
    /// <summary>Writes them.</summary>
    /// <param name="picture">With its files.</param>
    /// <returns>Lines, each ended by a line feed.</returns>
    public static string Of(PagePicture picture)
    {
        // The widest first, as the lists are.
        var tiers = picture.Lists.GroupBy(list => list.FromPx).Select(tier => tier.First()).ToList();
        return string.Concat(tiers.Select((list, at) => $"{Link(list, at == 0 ? null : tiers[at - 1].FromPx)}\n"));
    }

    private static string Link(CandidateList list, int? nextPx) => HtmlTag.Of(
        "link",
        ("rel", "preload"),
        ("as", "image"),
        ("href", list.IsChoice ? null : list.Largest.Address),
        ("imagesrcset", list.IsChoice ? list.Srcset() : null),
        ("imagesizes", list.Sizes()),
        ("type", list.Type?.MediaType()),
        ("media", Media(list.FromPx, nextPx)),
        ("fetchpriority", "high"));

    // A viewport may be a fraction of a pixel narrower than the next range begins.
    private static string? Media(int fromPx, int? nextPx)
    {
        var conditions = new List<string>();
        if (fromPx > 0)
            conditions.Add(string.Create(CultureInfo.InvariantCulture, $"(min-width: {fromPx}px)"));
        if (nextPx is { } next)
            conditions.Add(string.Create(CultureInfo.InvariantCulture, $"(max-width: {next - 0.02:0.00}px)"));
        return conditions.Count == 0 ? null : string.Join(" and ", conditions);
    }
}
