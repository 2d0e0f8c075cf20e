using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Proof.Markup;

/// <summary>One picture in one slot, as a page shows it.</summary>
/// <param name="slot">What the files were made for.</param>
/// <param name="stem">Of the source.</param>
/// <param name="altText">What the picture shows; empty where it only adorns.</param>
/// <param name="files">All that there are; at least one.</param>
public sealed class PagePicture(Slot slot, string stem, string altText, IReadOnlyList<PageFile> files)
{
    /// <summary>What the files were made for.</summary>
    public Slot Slot { get; } = slot;

    /// <summary>Of the source.</summary>
    public string Stem { get; } = stem;

    /// <summary>What the picture shows; empty where it only adorns.</summary>
    public string AltText { get; } = altText;

    /// <summary>Whether a visitor sees it before scrolling.</summary>
    public bool IsAtTop { get; init; } = slot.IsAtTop;

    /// <summary>What stands for it until its file has arrived; null for one with transparent parts, behind which it would stay.</summary>
    public Placeholder? Placeholder { get; init; }

    /// <summary>Whether the slot says how wide a page shows it; otherwise it is taken to be as wide as the window.</summary>
    public bool IsWidthSaid => Slot.Parts().Any(part => part.Slot.Sizes is SizeRule.FromLayout or SizeRule.Multiples);

    /// <summary>Whether another picture, crop or limit gives its files other addresses, so that no cache holds an old copy.</summary>
    public bool HasLastingAddresses { get; init; } = slot.NamePattern.HasHash;

    /// <summary>
    /// The lists from which a browser chooses, in the order in which it looks at them; the last is that of the <c>img</c>.
    /// </summary>
    /// <remarks>
    /// WHATWG HTML, "update the source set": the first <c>source</c> whose media and type hold is taken. So the widest tier comes first,
    /// and in each the formats that not every browser reads, in the order that the slot prefers.
    /// </remarks>
    public IReadOnlyList<CandidateList> Lists { get; private init; } = [.. ListsOf(slot, files)];

    /// <summary>The list for browsers that read no <c>source</c>.</summary>
    public CandidateList Image => Lists[^1];

    /// <summary>Which file a browser takes.</summary>
    /// <param name="viewportPx">Width of the viewport in CSS px.</param>
    /// <param name="density">Of the screen.</param>
    /// <param name="reads">Formats that the browser reads, beside those that every browser does.</param>
    public PageFile Chosen(double viewportPx, Density density, IReadOnlySet<PictureFormat> reads) =>
        ListFor(viewportPx, reads).Chosen(viewportPx, density);

    /// <summary>From which list a browser chooses.</summary>
    /// <param name="viewportPx">Width of the viewport in CSS px.</param>
    /// <param name="reads">Formats that the browser reads, beside those that every browser does.</param>
    public CandidateList ListFor(double viewportPx, IReadOnlySet<PictureFormat> reads) =>
        Lists.First(list => list == Image || (viewportPx >= list.FromPx && (list.Type is not { } type || reads.Contains(type))));

    /// <summary>
    /// The same with conditions by which a screen of one density takes what another would. Nothing that is shown gets larger or smaller.
    /// </summary>
    /// <param name="times">The other screen's density, over that of the screen that shows it.</param>
    public PagePicture SeenDenser(double times) => new(Slot, Stem, AltText, [.. Lists.SelectMany(list => list.Files).Distinct()])
    {
        IsAtTop = IsAtTop,
        Placeholder = Placeholder,
        HasLastingAddresses = HasLastingAddresses,
        Lists = [.. Lists.Select(list => list with { TimesDenser = times })],
    };

    private static IEnumerable<CandidateList> ListsOf(Slot slot, IReadOnlyList<PageFile> files)
    {
        var parts = slot.Parts().Select(part => (part.Tier, part.Slot, Files: files.Where(file => file.Tier == part.Tier?.Name).ToList()))
            .Where(part => part.Files.Count > 0).Reverse().ToList();
        foreach (var (at, (tier, part, some)) in parts.Index())
        {
            // Where narrower tiers are left out, their viewports are the next one's.
            var fromPx = at == parts.Count - 1 ? 0 : tier!.FromPx;
            // Of one file for each place there is nothing to choose between but sizes.
            foreach (var (type, ofType) in slot.Delivery == Delivery.One ? [(null, some)] : ByFormat(slot, some))
                yield return new CandidateList(fromPx, type, LayoutOf(part, ofType), Rising(ofType));
        }
    }

    // Of the formats that every browser reads, the one that the slot prefers: nobody ever gets to the others.
    private static IEnumerable<(PictureFormat? Type, List<PageFile> Files)> ByFormat(Slot slot, List<PageFile> files)
    {
        var formats = slot.Formats.Concat(files.Select(file => file.Format)).Distinct()
            .Where(format => files.Exists(file => file.Format == format)).ToList();
        foreach (var format in formats.Where(format => !format.IsReadEverywhere()))
            yield return (format, files.FindAll(file => file.Format == format));
        foreach (var format in formats.Where(format => format.IsReadEverywhere()).Take(1))
            yield return (null, files.FindAll(file => file.Format == format));
    }

    private static PageLayout? LayoutOf(Slot part, List<PageFile> files)
    {
        if (files.Count == 1 || part.Sizes is SizeRule.Multiples)
            return null;
        return part.Sizes is SizeRule.FromLayout { Ladder: var ladder } ? ladder.Layout : Unsaid(files.Max(file => file.Size.File.Width));
    }

    // A slot that does not say how wide it shows its picture: as wide as the window, and never wider than the widest file.
    private static PageLayout Unsaid(int widestPx) => new(
        [new LayoutRow(0, new CssLength.Vw(100)), new LayoutRow(widestPx, new CssLength.Px(widestPx))]);

    private static List<PageFile> Rising(List<PageFile> files) => [.. files
        .GroupBy(file => file.Size.File.Width).OrderBy(width => width.Key).Select(width => width.MaxBy(file => file.Size.File.Height)!)];
}
