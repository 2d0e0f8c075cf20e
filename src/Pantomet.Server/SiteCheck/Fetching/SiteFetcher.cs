using Pantomet.Core.Findings;
using Pantomet.Sites;
using Pantomet.Sites.Joining;
using Pantomet.Sites.Ways;

namespace Pantomet.Server.SiteCheck.Fetching;

/// <summary>Fetches the pages that a person has named, by themselves or by a list of the site's, with what they need.</summary>
internal sealed class SiteFetcher(SiteFiles files, SitePages pages, FetchBounds bounds, HostLookup lookup)
{
    private const int MostLists = 20;

    /// <summary>Fetches them; what does not come is said.</summary>
    /// <param name="addresses">Of pages, or of lists of pages (<c>sitemap.xml</c>).</param>
    /// <param name="contents">What comes is added to it.</param>
    /// <param name="tell">Is told page by page.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task FetchAsync(
        IReadOnlyList<Uri> addresses, SiteContents contents, CheckProgress tell, CancellationToken cancel)
    {
        using var fetch = new PoliteFetch(addresses, bounds, lookup, files);
        var due = await PagesAsync(fetch, addresses, contents, cancel);
        foreach (var (at, address) in due.Index())
        {
            await tell(CheckStage.Reading, at, due.Count);
            if (await TakeAsync(fetch, address, SiteFileKind.Page, contents, cancel) is not { } page)
                continue;
            contents.SetSite(page.Address);
            var read = await TryReadAsync(page, contents, cancel);
            if (read is not null)
                await FetchNeededAsync(fetch, read, contents, cancel);
        }
    }

    // A list is known by what it is, not by what it is called.
    private async Task<IReadOnlyList<Uri>> PagesAsync(
        PoliteFetch fetch, IReadOnlyList<Uri> addresses, SiteContents contents, CancellationToken cancel)
    {
        var found = addresses.Where(address => !IsList(address)).ToList();
        var (lists, seen) = (new Queue<Uri>(addresses.Where(IsList)), new HashSet<Uri>());
        while (lists.TryDequeue(out var list) && seen.Count < MostLists)
        {
            if (!seen.Add(list))
                continue;
            var fetched = await fetch.GetAsync(list, cancel);
            if (fetched.Kept is not { } kept || fetched.Status is not (>= 200 and < 300))
            {
                contents.Leave(new LeftOutFile(list.AbsoluteUri, fetched.Problem ?? $"The site answered {fetched.Status}."));
                continue;
            }

            try
            {
                await using var content = File.OpenRead(files.PathOf(kept.Sha256));
                var map = SiteMapFile.Read(content, bounds.Pages);
                found.AddRange(map.Pages.Where(fetch.MayAsk));
                foreach (var other in map.Lists.Where(fetch.MayAsk))
                    lists.Enqueue(other);
            }
            catch (UnreadableException problem)
            {
                contents.Leave(new LeftOutFile(list.AbsoluteUri, problem.Message));
            }
        }

        return [.. found.Distinct().Take(bounds.Pages)];
    }

    private static bool IsList(Uri address) => address.AbsolutePath.EndsWith(".xml", StringComparison.OrdinalIgnoreCase);

    private async Task<ReadPage?> TryReadAsync(Fetched page, SiteContents contents, CancellationToken cancel)
    {
        try
        {
            return await pages.ReadAsync(page.Address, page.Kept!, cancel);
        }
        catch (UnreadableException problem)
        {
            contents.Leave(new LeftOutFile(page.Address.AbsoluteUri, problem.Message));
            return null;
        }
    }

    private async Task FetchNeededAsync(PoliteFetch fetch, ReadPage page, SiteContents contents, CancellationToken cancel)
    {
        var sheets = new Queue<Uri>(page.Styles.Select(style => style.Address).OfType<Uri>());
        while (sheets.TryDequeue(out var sheet))
        {
            if (contents.Files.ContainsKey(sheet) || !fetch.MayAsk(sheet))
                continue;
            if (await TakeAsync(fetch, sheet, SiteFileKind.Style, contents, cancel) is not { } fetched)
                continue;
            var asked = await pages.AskedForAsync(fetched.Address, fetched.Kept!, cancel);
            foreach (var import in asked.Where(one => SiteFileKinds.Of(one.AbsolutePath) == SiteFileKind.Style))
                sheets.Enqueue(import);
        }

        var backgrounds = (await pages.BackgroundsAsync(page, contents, cancel))
            .Where(one => SiteFileKinds.Of(one.AbsolutePath) == SiteFileKind.Picture);
        var pictures = page.Pictures.SelectMany(one => one.Markup.Addresses).Select(page.Resolved).OfType<Uri>().Concat(backgrounds);
        foreach (var picture in pictures.Distinct().Where(one => !contents.Files.ContainsKey(one) && fetch.MayAsk(one)).ToList())
            await TakeAsync(fetch, picture, SiteFileKind.Picture, contents, cancel);
    }

    private static async Task<Fetched?> TakeAsync(
        PoliteFetch fetch, Uri address, SiteFileKind kind, SiteContents contents, CancellationToken cancel)
    {
        var fetched = await fetch.GetAsync(address, cancel);
        var isThere = fetched is { Kept: not null, Status: >= 200 and < 300 };
        if (fetched.Problem is { } problem)
            contents.Leave(new LeftOutFile(address.AbsoluteUri, problem));
        // A page is known by where it came from in the end, a picture by what the page calls it.
        if (isThere || (kind == SiteFileKind.Picture && fetched.IsAsked))
            contents.Files[kind == SiteFileKind.Page ? fetched.Address : address] = new SiteEntry(
                kind, null, isThere ? fetched.Kept!.Bytes : null, isThere ? fetched.Kept : null,
                new SentAnswer(fetched.Status, fetched.CacheControl));
        return isThere ? fetched : null;
    }
}
