using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.SiteCheck;
using Pantomet.Core.SiteCheck.Css;
using Pantomet.Imaging.Isolation;
using Pantomet.Rendering;
using Pantomet.Sites;

namespace Pantomet.Server.SiteCheck;

/// <summary>Reads and measures pages of sites, in the process that looks at files from strangers.</summary>
internal sealed class SitePages(DecoderPool decoders, SiteFiles files, ContentStore store)
{
    private const int MostStyleBytes = 5_000_000;

    /// <summary>What is in a page.</summary>
    /// <param name="address">Of the page.</param>
    /// <param name="content">Of the page.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <exception cref="UnreadableException">It takes more than it may.</exception>
    public async Task<ReadPage> ReadAsync(Uri address, StagedFile content, CancellationToken cancel) =>
        (await AskAsync(
            new PageToRead(
                files.PathOf(content.Sha256), address, new Dictionary<Uri, string>(), new Dictionary<Uri, PixelSize?>(), []),
            cancel)).Read;

    /// <summary>What is in a page, and at which sizes it shows its pictures.</summary>
    /// <param name="address">Of the page.</param>
    /// <param name="content">Of the page.</param>
    /// <param name="site">Has its style sheets.</param>
    /// <param name="pixels">Of its pictures.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    /// <exception cref="UnreadableException">It takes more than it may.</exception>
    public async Task<PageResult> ReadAsync(
        Uri address, StagedFile content, SiteContents site, IReadOnlyDictionary<Uri, PixelSize?> pixels, CancellationToken cancel)
    {
        // Of a large site only what this page asks for goes into its process.
        var read = await ReadAsync(address, content, cancel);
        var own = read.Pictures.SelectMany(one => one.Markup.Addresses).Select(read.Resolved).OfType<Uri>().Distinct()
            .Where(one => SiteAddress.Find(pixels, one) is not null).ToDictionary(one => one, one => SiteAddress.Find(pixels, one));
        var sheets = site.Files.Where(file => file.Value is { Kind: SiteFileKind.Style, Kept: not null })
            .ToDictionary(file => file.Key, file => files.PathOf(file.Value.Kept!.Sha256));
        var asked = new PageToRead(
            files.PathOf(content.Sha256), address, sheets, own, [.. CheckWindow.Usual.Select(window => window.Viewport)]);
        return await AskAsync(asked, cancel);
    }

    private async Task<PageResult> AskAsync(PageToRead asked, CancellationToken cancel)
    {
        using var request = await store.StageAsync(PageWork.Write(asked), cancel);
        return PageWork.Read(await decoders.OtherAsync(PageWork.Way, request.Path, cancel));
    }

    /// <summary>What a style sheet asks for: pictures, fonts, other sheets.</summary>
    /// <param name="address">Of the sheet.</param>
    /// <param name="sheet">Its content.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<IReadOnlyList<Uri>> AskedForAsync(Uri address, StagedFile sheet, CancellationToken cancel) =>
        sheet.Bytes > MostStyleBytes
            ? []
            : [.. CssAddresses.Of(await File.ReadAllTextAsync(files.PathOf(sheet.Sha256), cancel))
                .Select(said => Uri.TryCreate(address, said, out var asked) ? asked : null).OfType<Uri>()];

    /// <summary>What the style sheets of a page ask for, and its own styles.</summary>
    /// <param name="page">The page.</param>
    /// <param name="site">Has its style sheets.</param>
    /// <param name="cancel">The server ends, or somebody stops it.</param>
    public async Task<IReadOnlyList<Uri>> BackgroundsAsync(ReadPage page, SiteContents site, CancellationToken cancel)
    {
        var found = new HashSet<Uri>(page.StyleAddresses);
        var (seen, due) = (new HashSet<Uri>(), new Queue<Uri>(page.Styles.Select(style => style.Address).OfType<Uri>()));
        while (due.TryDequeue(out var sheet))
        {
            var address = SiteAddress.InFull(site.Files, sheet);
            if (!seen.Add(address) || site.Files.GetValueOrDefault(address) is not { Kept: { } kept })
                continue;
            foreach (var asked in await AskedForAsync(address, kept, cancel))
            {
                found.Add(asked);
                // Perhaps a sheet that it imports.
                due.Enqueue(asked);
            }
        }

        return [.. found];
    }
}
