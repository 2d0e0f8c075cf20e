using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Server.SiteCheck.Fetching;
using Pantomet.Sites;
using Pantomet.Sites.Joining;

namespace Pantomet.Server.SiteCheck;

/// <summary>What a check found out, before any better file is made.</summary>
/// <param name="Contents">What it was given.</param>
/// <param name="Pages">The pages, with why their sizes are not known.</param>
/// <param name="Pictures">The pictures.</param>
internal sealed record CheckedSite(
    SiteContents Contents, IReadOnlyList<(Uri Address, string? Problem)> Pages, IReadOnlyList<SitePicture> Pictures);

/// <summary>Is told how many of what a check is at are done.</summary>
/// <param name="stage">What it is at.</param>
/// <param name="done">So many.</param>
/// <param name="total">Of so many.</param>
internal delegate Task CheckProgress(CheckStage stage, int done, int total);

/// <summary>Reads a site, looks at its pictures and says what is wrong with them.</summary>
internal sealed class SiteChecker(SiteWays ways, SiteFetcher fetcher, SiteFiles files, SitePages pages)
{
    /// <summary>Does it.</summary>
    /// <param name="check">The check.</param>
    /// <param name="tell">Is told how far it is.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<CheckedSite> CheckAsync(SiteCheckRow check, CheckProgress tell, CancellationToken cancel)
    {
        await tell(CheckStage.Reading, 0, 0);
        var contents = await ways.ReadAsync(check, cancel);
        if (check.Addresses.Count > 0)
            await fetcher.FetchAsync(check.Addresses, contents, tell, cancel);
        var looked = await LookAsync(contents, tell, cancel);
        var pixels = contents.Files.ToDictionary(
            file => file.Key, file => file.Value.Kept is { } kept ? looked.GetValueOrDefault(kept.Sha256)?.Facts?.Size : (PixelSize?)null);
        var (read, problems) = await ReadPagesAsync(contents, pixels, cancel);
        var known = contents.Files.Where(file => file.Value.Kind == SiteFileKind.Picture)
            .ToDictionary(file => file.Key, file => KnownOf(file.Value, looked));
        var pictures = JoinedSite.Of(read, known, address => contents.IsWhole && address.Host == contents.Site.Host);
        return new CheckedSite(
            contents, [.. read.Select(page => (page.Address, problems.GetValueOrDefault(page.Address)))], pictures);
    }

    private async Task<Dictionary<string, SiteFileRow>> LookAsync(SiteContents contents, CheckProgress tell, CancellationToken cancel)
    {
        var due = contents.Files.Values.Where(file => file is { Kind: SiteFileKind.Picture, Kept: not null }).Select(file => file.Kept!)
            .DistinctBy(kept => kept.Sha256).ToList();
        var looked = new Dictionary<string, SiteFileRow>();
        await Parallel.ForEachAsync(due, OptionsFor(cancel), async (file, stop) =>
        {
            var row = await files.LookAsync(file, stop);
            int done;
            lock (looked)
            {
                looked[file.Sha256] = row;
                done = looked.Count;
            }

            await tell(CheckStage.Looking, done, due.Count);
        });
        return looked;
    }

    private async Task<(List<PageOfSite> Pages, Dictionary<Uri, string> Problems)> ReadPagesAsync(
        SiteContents contents, Dictionary<Uri, PixelSize?> pixels, CancellationToken cancel)
    {
        var withContent = contents.Files.Where(file => file.Value is { Kind: SiteFileKind.Page, Kept: not null }).ToDictionary();
        var measured = contents.Measured.ToLookup(page => SiteAddress.PageOf(withContent, new Uri(page.Address)));
        var loaded = contents.Loaded.ToLookup(one => SiteAddress.PageOf(withContent, one.Page), one => one.Picture);
        var addresses = withContent.Keys.Union(measured.Select(group => group.Key)).Union(loaded.Select(group => group.Key)).ToList();
        var found = new PageOfSite[addresses.Count];
        var problems = new Dictionary<Uri, string>();
        await Parallel.ForEachAsync(Enumerable.Range(0, addresses.Count), OptionsFor(cancel), async (at, stop) =>
        {
            var address = addresses[at];
            var (result, problem) = withContent.TryGetValue(address, out var page)
                ? await TryReadAsync(address, page, contents, pixels, stop)
                : (null, null);
            IReadOnlyList<Uri> backgrounds = result is null ? [] : await pages.BackgroundsAsync(result.Read, contents, stop);
            found[at] = new PageOfSite(
                address, result?.Read, result?.Sizes ?? [], backgrounds, [.. loaded[address].Distinct()], [.. measured[address]]);
            if (problem is not null)
            {
                lock (problems)
                    problems[address] = problem;
            }
        });
        return ([.. found], problems);
    }

    private async Task<(PageResult? Result, string? Problem)> TryReadAsync(
        Uri address, SiteEntry page, SiteContents contents, Dictionary<Uri, PixelSize?> pixels, CancellationToken cancel)
    {
        try
        {
            var result = await pages.ReadAsync(address, page.Kept!, contents, pixels, cancel);
            return (result, result.Problem);
        }
        catch (UnreadableException problem)
        {
            return (null, problem.Message);
        }
    }

    private static KnownFile KnownOf(SiteEntry entry, Dictionary<string, SiteFileRow> looked)
    {
        var row = entry.Kept is { } kept ? looked[kept.Sha256] : null;
        return new KnownFile(
            row?.Bytes ?? entry.Bytes, row?.Sha256, row?.Facts, row?.Likeness, row?.Problem is { Length: > 0 } problem ? problem : null,
            entry.Sent);
    }

    private static ParallelOptions OptionsFor(CancellationToken cancel) =>
        new() { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel };
}
