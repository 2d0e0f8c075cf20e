using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Weight;

/// <summary>A finished file that a page can offer for a picture.</summary>
/// <param name="Tier">The tier that it is for; null for a slot without tiers.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Density">The density that it is made for; null when it is not made for one.</param>
/// <param name="Format">Its format.</param>
/// <param name="Bytes">Its length.</param>
public sealed record OfferedFile(string? Tier, int Width, Density? Density, PictureFormat Format, long Bytes);

/// <summary>A kind of screen that a page is weighed on.</summary>
/// <param name="Name">In plain words.</param>
/// <param name="ViewportPx">Width of the viewport in CSS px.</param>
/// <param name="Density">Of the screen.</param>
public sealed record PageScreen(string Name, int ViewportPx, Density Density);

/// <summary>What a visitor's browser downloads of a picture in a slot.</summary>
/// <remarks>WHATWG HTML, "update the source set" and "selecting an image source": the first format that the browser reads, then the file
/// that is dense enough.</remarks>
public static class PageWeight
{
    /// <summary>Screens that stand for most (common practice, no source).</summary>
    public static IReadOnlyList<PageScreen> Screens { get; } =
        [new("phone", 390, new Density(3)), new("tablet", 820, new Density(2)), new("desktop", 1440, new Density(1)),
            new("dense desktop", 1440, new Density(2))];

    /// <summary>The one file that is downloaded.</summary>
    /// <param name="slot">Its formats stand in the order of the page's <c>source</c> elements.</param>
    /// <param name="files">Of one picture in this slot, in any order.</param>
    /// <param name="screen">Of the visitor; its browser reads every format.</param>
    /// <returns>Null where the page has no file for this screen.</returns>
    public static OfferedFile? Downloaded(Slot slot, IReadOnlyList<OfferedFile> files, PageScreen screen)
    {
        var tier = slot.Tiers.LastOrDefault(tier => tier.FromPx <= screen.ViewportPx) ?? (slot.Tiers is [var first, ..] ? first : null);
        var here = files.Where(file => file.Tier == tier?.Name).OrderBy(file => file.Width).ToList();
        var format = slot.Formats.Cast<PictureFormat?>().FirstOrDefault(format => here.Any(file => file.Format == format));
        var offered = format is null ? here : here.FindAll(file => file.Format == format);
        if (offered.Count == 0)
            return null;
        var sizes = tier?.Sizes ?? slot.Sizes;
        if (sizes is SizeRule.Multiples)
            return offered.FirstOrDefault(file => file.Density?.Value >= screen.Density.Value) ?? offered[^1];
        // Without a layout the page cannot say how wide the picture is shown, and HTML takes the whole viewport for it.
        var shown = sizes is SizeRule.FromLayout { Ladder.Layout: var layout } ? layout.WidthAt(screen.ViewportPx) : screen.ViewportPx;
        var width = BrowserChoice.Pick([.. offered.Select(file => file.Width)], shown, screen.Density);
        return offered.Find(file => file.Width == width);
    }
}
