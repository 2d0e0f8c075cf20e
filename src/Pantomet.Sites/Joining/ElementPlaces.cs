using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;
using Pantomet.Sites.Layout;

namespace Pantomet.Sites.Joining;

/// <summary>Finds which files one element of a page shows on which screens, and at which sizes.</summary>
/// <param name="read">The page.</param>
/// <param name="picture">The element.</param>
/// <param name="sizes">For each screen; null where they were not computed.</param>
/// <param name="areas">Of the pictures before it, for each screen, CSS px²; its own is added.</param>
/// <param name="files">Knows the site's files.</param>
internal sealed class ElementPlaces(
    ReadPage read, FoundPicture picture, IReadOnlyList<ShownSize>? sizes, double[] areas, Func<Uri, KnownFile?> files)
{
    private readonly Dictionary<Uri, Taken> takenBy = [];
    private readonly List<SaidSize> said = [];

    // What a file is to one element.
    private sealed class Taken
    {
        public List<int> Screens { get; } = [];

        public List<SeenPicture> Seen { get; } = [];

        public bool IsKnown { get; set; } = true;
    }

    private MarkedPicture Markup => picture.Markup;

    /// <summary>Them, with the files that they ask for. What the markup offers and no screen takes is asked for by none.</summary>
    /// <param name="page">Address of the page.</param>
    /// <param name="element">Number of the element.</param>
    public IEnumerable<(Uri File, FilePlace Place)> Of(Uri page, int element)
    {
        var offered = Offered();
        foreach (var (at, screen) in CheckWindow.Usual.Index())
            Take(at, screen);
        // On no screen is it known which is taken: then it may be any.
        foreach (var address in offered)
            takenBy.TryAdd(address, new Taken { IsKnown = takenBy.Count > 0 && offered.Count > 1 });
        var main = read.Resolved(Markup.Src) ?? offered.FirstOrDefault();
        var hasNewer = Markup.Sources.Any(source => source.Type is "image/avif" or "image/webp");
        foreach (var (address, taken) in takenBy)
        {
            yield return (
                address,
                new FilePlace(
                    page, picture.Use, taken.Screens, taken.Seen, taken.IsKnown && IsMeasured, HasSmaller(address, offered), hasNewer,
                    address == main ? [.. Findings(taken)] : [])
                {
                    Element = element,
                });
        }
    }

    private bool IsMeasured => picture.Use is PictureUse.Image or PictureUse.Button;

    private List<Uri> Offered() =>
    [
        .. Markup.Addresses.Select(read.Resolved).OfType<Uri>().Distinct(),
    ];

    private void Take(int at, CheckWindow screen)
    {
        var size = sizes?[at] ?? ShownSize.Unknown;
        var choice = Markup.Taken(screen.Viewport, PageWork.IsReadByBrowsers, size.WidthPx);
        if (choice.Source is not { } source || read.Resolved(source.Address) is not { } address)
            return;
        if (!takenBy.TryGetValue(address, out var taken))
            takenBy[address] = taken = new Taken();
        // Hidden pictures are loaded too, unless they are loaded late.
        if (size.IsShown == false)
        {
            if (!Markup.IsLazy)
                taken.Screens.Add(at);
            return;
        }

        taken.Screens.Add(at);
        if (size.WidthPx is > 0 and var shown && choice is { IsSizeSaid: true, SourceSizePx: { } saidPx })
            said.Add(new SaidSize(screen, saidPx, shown));
        // Where the layout is not known, what the page says itself.
        var width = size.WidthPx ?? (choice.IsSizeSaid ? choice.SourceSizePx : null);
        if (width is not > 0)
        {
            taken.IsKnown &= width is 0;
            return;
        }

        var proportions = files(address)?.Facts?.Size is { } pixels ? (double)pixels.Height / pixels.Width : 0.75;
        var viewport = screen.Viewport;
        taken.Seen.Add(
            new SeenPicture(
                viewport, width.Value, size.HeightPx, EstimatedTop.Least(viewport, picture.LettersBefore, areas[at]),
                EstimatedTop.Most(viewport, picture.LettersBefore, areas[at])));
        areas[at] += width.Value * (size.HeightPx ?? (width.Value * proportions));
    }

    private IEnumerable<Finding> Findings(Taken main)
    {
        if (picture.Use is not PictureUse.Image)
            return picture.Use == PictureUse.Button && Markup.Alt is null ? [MarkupFindings.NoAlternativeText] : [];
        IReadOnlyList<SeenPicture> seen = takenBy.Count == 1 ? main.Seen : [.. takenBy.Values.SelectMany(one => one.Seen)];
        return MarkupFindings.Of(Markup).Concat(LoadingFindings.Of(Markup.IsLazy, seen)).Concat(SizesFindings.Of(said))
            .DistinctBy(finding => finding.Sentence);
    }

    private bool HasSmaller(Uri address, List<Uri> offered) =>
        files(address)?.Facts is { } facts &&
        offered.Exists(other => other != address && files(other)?.Facts is { } one && one.Size.Width < facts.Size.Width);
}
