using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;

namespace Pantomet.Sites.Joining;

/// <summary>Joins what several ways have found out: the size from one, the bytes from another.</summary>
public static class JoinedSite
{
    // Invented: of what weighs less, a ladder of widths saves nothing that anybody notices.
    private const long LightBytes = 30_000;

    /// <summary>The pictures of a site, each with what is to be said of it.</summary>
    /// <param name="pages">Its pages.</param>
    /// <param name="files">Its files that are pictures, or are asked for as pictures.</param>
    /// <param name="isOwn">Whether an address is of the site itself, so that a file that is not known is not there.</param>
    public static IReadOnlyList<SitePicture> Of(
        IReadOnlyList<PageOfSite> pages, IReadOnlyDictionary<Uri, KnownFile> files, Func<Uri, bool> isOwn)
    {
        var places = new Dictionary<Uri, List<FilePlace>>();
        var element = 0;
        foreach (var page in pages)
        {
            var ofPage = new PagePlaces(page, address => SiteAddress.Find(files, address), element);
            foreach (var (address, place) in ofPage.Find())
            {
                var file = SiteAddress.InFull(files, address);
                if (!places.TryGetValue(file, out var list))
                    places[file] = list = [];
                list.Add(place);
            }

            element = ofPage.NextElement;
        }

        foreach (var address in files.Where(file => file.Value is { Facts: not null } or { Problem: not null }).Select(file => file.Key))
            places.TryAdd(address, []);
        var filesOf = places.Values.SelectMany(list => list.Select(place => place.Element).Distinct()).CountBy(one => one).ToDictionary();
        var same = SamePictures.Of(
            [.. places.Keys.Where(files.ContainsKey).Select(address => (address, files[address]))],
            address => places[address].Exists(place => filesOf[place.Element] > 1));
        return
        [
            .. places.Select(one => Picture(
                one.Key, files.GetValueOrDefault(one.Key) ?? new KnownFile(null), one.Value, same.GetValueOrDefault(one.Key),
                pages.Count > 0, isOwn)),
        ];
    }

    private static SitePicture Picture(
        Uri address, KnownFile file, List<FilePlace> places, Finding? same, bool hasPages, Func<Uri, bool> isOwn)
    {
        var hasSmaller = places.Exists(place => place.HasSmaller);
        IReadOnlyList<SeenPicture> seen = places.TrueForAll(place => place.IsKnown) ? [.. places.SelectMany(place => place.Seen)] : [];
        var findings = new List<Finding>();
        if (BrokenOf(address, file, isOwn) is { } broken)
            findings.Add(broken);
        if (file.Facts is { } facts)
        {
            findings.AddRange(ShownFindings.Of(facts, seen, hasSmaller));
            findings.AddRange(FileFindings.Of(facts, file.Bytes ?? 0, places.Exists(place => place.HasNewer)));
        }

        var isLadderNeeded = file is { Facts.IsVector: false, Bytes: > LightBytes };
        findings.AddRange(
            places.SelectMany(place => place.Findings).DistinctBy(finding => finding.Sentence)
                .Where(finding => finding.Id != MarkupFindings.OneFileId || isLadderNeeded));
        if (file.Sent is { Status: >= 200 and < 400 } sent)
            findings.AddRange(CacheFindings.Of(address.AbsoluteUri, sent.CacheControl));
        if (same is not null)
            findings.Add(same);
        if (hasPages && places.Count == 0)
            findings.Add(
                new Finding(
                    "on-no-page", Severity.Note, "No page that was looked at asks for it.", "Take it away, if no other page needs it."));
        var needed = file.Facts is { } known && !hasSmaller ? PixelNeed.Of(known.Size, seen)?.WidthPx : null;
        return new SitePicture(address, file, places, needed, [.. findings.OrderByDescending(finding => finding.Severity)]);
    }

    private static Finding? BrokenOf(Uri address, KnownFile file, Func<Uri, bool> isOwn)
    {
        if (file.Sent is { Status: not (>= 200 and < 400) } sent)
            return BrokenFindings.Refused(sent.Status);
        if (file.Problem is { } problem)
            return BrokenFindings.Unreadable(problem);
        if (file.Facts is not null)
            return null;
        return isOwn(address) && file.Bytes is null
            ? BrokenFindings.Missing
            : isOwn(address) || file.Bytes is not null ? BrokenFindings.Unknown : BrokenFindings.Elsewhere(address.Host);
    }
}
