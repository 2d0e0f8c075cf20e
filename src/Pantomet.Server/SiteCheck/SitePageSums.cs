using Pantomet.Core.SiteCheck;
using Pantomet.Core.Weight;
using Pantomet.Sites;

namespace Pantomet.Server.SiteCheck;

/// <summary>What the pictures of pages weigh.</summary>
internal static class SitePageSums
{
    /// <summary>Of each page, the heaviest first.</summary>
    /// <param name="pages">The pages.</param>
    /// <param name="pictures">All of the check.</param>
    public static IReadOnlyList<SitePageAnswer> Of(IReadOnlyList<SitePageRow> pages, IReadOnlyList<SitePictureRow> pictures)
    {
        var sums = pages.ToDictionary(page => page.Address, _ => new (long Bytes, long Possible)[CheckWindow.Usual.Count]);
        foreach (var picture in pictures.Where(row => row.Bytes is not null))
        {
            // A page that shows a file twice loads it once.
            foreach (var place in picture.Places.GroupBy(place => SiteAddress.Shown(place.Page)))
                Add(sums[place.Key], picture, place.Where(one => one.Use != PictureUse.Card).SelectMany(one => one.Screens).Distinct());
        }

        return [.. pages.Select(page => Answer(page, sums[page.Address])).OrderByDescending(page => page.Bytes)];
    }

    private static void Add((long Bytes, long Possible)[] sums, SitePictureRow picture, IEnumerable<int> screens)
    {
        foreach (var screen in screens)
        {
            var (bytes, possible) = sums[screen];
            sums[screen] = (bytes + picture.Bytes!.Value, possible + picture.PossibleBytes!.Value);
        }
    }

    private static SitePageAnswer Answer(SitePageRow page, (long Bytes, long Possible)[] screens)
    {
        var most = screens.MaxBy(screen => screen.Bytes);
        var phone = screens[0];
        var slow = DeliveryLine.Invented[0];
        return new SitePageAnswer(
            page.Address, most.Bytes, most.Possible,
            [.. CheckWindow.Usual.Select((window, at) => new SiteScreenAnswer(window.Name, screens[at].Bytes, screens[at].Possible))],
            Math.Round(slow.SecondsFor(new(phone.Bytes)), 1), Math.Round(slow.SecondsFor(new(phone.Possible)), 1), page.Problem);
    }
}
