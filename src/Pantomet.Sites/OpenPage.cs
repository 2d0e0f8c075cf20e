using System.Text;
using System.Text.Unicode;
using AngleSharp;
using AngleSharp.Browser;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using AngleSharp.Text;
using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;
using Pantomet.Sites.Layout;
using Pantomet.Sites.Styles;

namespace Pantomet.Sites;

/// <summary>Pixels of the file behind an address.</summary>
/// <param name="address">Of a picture.</param>
/// <returns>As a browser turns it upright; null where it is not known.</returns>
public delegate (int Width, int Height)? PixelsOf(Uri address);

/// <summary>A page that can be read and measured.</summary>
/// <remarks>Whatever is wrong with the markup is mended as the standard says (WHATWG HTML, "parsing HTML documents"): AngleSharp does
/// that. Its time grows with the square of how deep elements are nested, so who reads pages of strangers does it where it can be
/// ended.</remarks>
public sealed class OpenPage : IDisposable
{
    // What stands in noscript is text to a browser that runs scripts.
    private static readonly HtmlParserOptions Options = new() { IsScripting = true };

    private readonly IBrowsingContext context;
    private readonly IHtmlDocument document;
    private readonly Uri relativeTo;
    private readonly List<(IElement Element, FoundPicture Picture)> pictures;

    /// <summary>Opens a page.</summary>
    /// <param name="content">HTML. Its encoding is what its byte order mark says, or its <c>meta</c>; else UTF-8 where it can be that, and
    /// Windows-1252 where it cannot.</param>
    /// <param name="address">Where it came from.</param>
    public OpenPage(byte[] content, Uri address)
    {
        var encoding = new Unsaid(Utf8.IsValid(content) ? Encoding.UTF8 : TextEncoding.Windows1252);
        context = BrowsingContext.New(Configuration.Default.WithOnly<IEncodingProvider>(encoding));
        document = new HtmlParser(Options, context).ParseDocument(new MemoryStream(content));
        relativeTo = PageReader.BaseOf(document, address);
        pictures = [.. PageReader.PicturesOf(document)];
        Read = new ReadPage(
            address, relativeTo, [.. pictures.Select(one => one.Picture)], [.. PageReader.StylesOf(document, relativeTo)],
            [.. PageReader.LinksOf(document, relativeTo)], [.. PageReader.StyleAddressesOf(document, relativeTo)]);
    }

    /// <summary>How many times an element may be held against a rule of style, in one window: about 20 s of work.</summary>
    public long MostSteps { get; init; } = 100_000_000;

    /// <summary>What is in it.</summary>
    public ReadPage Read { get; }

    /// <summary>At which size each picture is shown.</summary>
    /// <param name="viewports">Windows.</param>
    /// <param name="textOf">The text of a style sheet; null where it is not there.</param>
    /// <param name="pixelsOf">Pixels of pictures.</param>
    /// <param name="reads">Whether the browser shows pictures of a media type.</param>
    /// <returns>For each window, in the order of the pictures.</returns>
    /// <exception cref="UnreadableException">The page has too much in it.</exception>
    public IReadOnlyList<IReadOnlyList<ShownSize>> Measure(
        IReadOnlyList<Viewport> viewports, Func<Uri, string?> textOf, PixelsOf pixelsOf, Func<string, bool> reads)
    {
        var sheets = new StyleSheets(Read.Styles, relativeTo, textOf);
        // What is not there may say anything.
        return sheets.Missing.Count > 0
            ? [.. viewports.Select(_ => pictures.ConvertAll(_ => ShownSize.Unknown))]
            : [.. viewports.Select(viewport => Measure(sheets, viewport, pixelsOf, reads))];
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        document.Dispose();
        context.Dispose();
    }

    private List<ShownSize> Measure(StyleSheets sheets, Viewport viewport, PixelsOf pixelsOf, Func<string, bool> reads)
    {
        var natural = pictures.ToDictionary(one => one.Element, one => Natural(one.Picture.Markup, viewport, pixelsOf, reads));
        var tree = new BoxTree(new Cascade(sheets, viewport, new ReadBudget(MostSteps)));
        var widths = new BoxWidths(tree, element => natural.GetValueOrDefault(element));
        var boxes = new PictureBoxes(widths, new BoxHeights(widths));
        return pictures.ConvertAll(one => one.Picture.Use is PictureUse.Image or PictureUse.Button
            ? boxes.Of(one.Element, natural[one.Element])
            : ShownSize.Unknown);
    }

    // "Density-corrected natural width and height": pixels of the file over its density.
    private NaturalSize? Natural(MarkedPicture markup, Viewport viewport, PixelsOf pixelsOf, Func<string, bool> reads) =>
        markup.Taken(viewport, reads).Source is { } taken && PageReader.Resolved(relativeTo, taken.Address) is { } address &&
        pixelsOf(address) is var (width, height) && taken.Density > 0
            ? new NaturalSize(width / taken.Density, height / taken.Density)
            : null;

    private sealed class Unsaid(Encoding encoding) : IEncodingProvider
    {
        public Encoding Suggest(string locale) => encoding;
    }
}
