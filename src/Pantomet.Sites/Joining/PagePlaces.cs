using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;
using Pantomet.Sites.Ways;

namespace Pantomet.Sites.Joining;

/// <summary>Finds the places of one page, by what its markup says and what a browser saw.</summary>
/// <param name="page">The page.</param>
/// <param name="known">Knows the site's files.</param>
/// <param name="firstElement">Number of its first element; they are counted through the whole site.</param>
internal sealed class PagePlaces(PageOfSite page, Func<Uri, KnownFile?> known, int firstElement)
{
    private readonly List<(Uri File, FilePlace Place)> found = [];

    // Where the first place of a file is: a stranger's page may have very many.
    private readonly Dictionary<(Uri File, PictureUse Use), int> firsts = [];
    private readonly HashSet<Uri> files = [];
    private int element = firstElement;

    /// <summary>Behind the last of its elements.</summary>
    public int NextElement => element;

    /// <summary>All of them, with the files that they ask for.</summary>
    public IReadOnlyList<(Uri File, FilePlace Place)> Find()
    {
        if (page.Read is { } read)
        {
            var areas = new double[CheckWindow.Usual.Count];
            foreach (var (at, picture) in read.Pictures.Index())
            {
                var sizes = page.Sizes.Count == 0 ? null : CheckWindow.Usual.Select((_, window) => page.Sizes[window][at]).ToList();
                Add(new ElementPlaces(read, picture, sizes, areas, known));
            }
        }

        foreach (var address in page.Backgrounds.Where(address => known(address) is not null))
            Add(address, Unknown(PictureUse.Background));
        foreach (var measured in page.Measured)
            Join(measured);
        // What the browser loaded, and neither markup nor style sheets say why.
        foreach (var address in page.Loaded.Where(address => !files.Contains(address)))
            Add(address, Unknown(PictureUse.Image));
        return found;
    }

    private void Add(ElementPlaces places)
    {
        foreach (var (file, place) in places.Of(page.Address, element))
            Add(file, place);
        element++;
    }

    private void Add(Uri file, FilePlace place)
    {
        firsts.TryAdd((file, place.Use), found.Count);
        files.Add(file);
        found.Add((file, place));
    }

    private FilePlace Unknown(PictureUse use) =>
        new(page.Address, use, [.. Enumerable.Range(0, CheckWindow.Usual.Count)], [], false, false, false, []) { Element = element++ };

    // What a browser measured is known, whatever the markup left open.
    private void Join(MeasuredPage measured)
    {
        var window = WindowOf(measured.Viewport);
        foreach (var picture in measured.Pictures)
        {
            if (PageReader.Resolved(page.Address, picture.Address) is not { } address)
                continue;
            var use = picture.Use switch
            {
                MeasuredUse.Poster => PictureUse.Poster,
                MeasuredUse.Background => PictureUse.Background,
                _ => PictureUse.Image,
            };
            var at = firsts.GetValueOrDefault((address, use), -1);
            var place = at < 0 ? Unknown(use) : found[at].Place;
            if (picture is { IsShown: true, Width: > 0, Height: > 0 })
                place = place with
                {
                    Seen = [.. place.Seen, new SeenPicture(window, picture.Width, picture.Height, picture.Y, picture.Y)],
                    IsKnown = true,
                };
            place = place with { Findings = [.. place.Findings.UnionBy(FindingsOf(picture, place, at < 0), finding => finding.Id)] };
            if (at < 0)
                Add(address, place);
            else
                found[at] = (address, place);
        }
    }

    private static IEnumerable<Finding> FindingsOf(MeasuredPicture picture, FilePlace place, bool isNew)
    {
        if (picture.Use != MeasuredUse.Image)
            yield break;
        if (isNew && picture.Alt is null)
            yield return MarkupFindings.NoAlternativeText;
        if (picture is { IsComplete: true, NaturalWidth: 0 })
            yield return BrokenFindings.Missing;
        foreach (var finding in LoadingFindings.Of(picture.Loading == "lazy", place.Seen))
            yield return finding;
    }

    // Of the screens of one width, the densest counts: what was measured on a plain one is shown on others too.
    private static Viewport WindowOf(MeasuredViewport measured)
    {
        var dense = CheckWindow.Usual.MinBy(
            one => (Math.Abs(one.Viewport.WidthPx - measured.Width), -one.Viewport.Density))!.Viewport.Density;
        return new Viewport(measured.Width, measured.Height, Math.Max(measured.Density, dense));
    }
}
