using AngleSharp.Dom;
using AngleSharp.Html.Dom;
using Pantomet.Core.SiteCheck;
using Pantomet.Core.SiteCheck.Css;

namespace Pantomet.Sites;

/// <summary>Reads which pictures a page has, as a browser that runs scripts reads its markup before any script has run.</summary>
internal static class PageReader
{
    private const string Svg = "http://www.w3.org/2000/svg";

    // The first base element with an address decides.
    public static Uri BaseOf(IHtmlDocument document, Uri address)
    {
        var said = document.All.OfType<IHtmlBaseElement>().Select(one => one.GetAttribute("href")).FirstOrDefault(href => href is not null);
        return said is not null && Uri.TryCreate(address, said.Trim(), out var found) && IsFetched(found) ? found : address;
    }

    /// <summary>Its pictures, in the order of the document.</summary>
    public static IEnumerable<(IElement Element, FoundPicture Picture)> PicturesOf(IHtmlDocument document)
    {
        var letters = 0L;
        // Without a call within a call: a stranger's page may be as deep as it likes.
        for (var node = document.DocumentElement as INode; node is not null; node = Next(node))
        {
            if (node is IText text && text.ParentElement is not (IHtmlScriptElement or IHtmlStyleElement or IHtmlTitleElement) &&
                text.ParentElement?.LocalName != "noscript")
                letters += text.Data.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Sum(word => word.Length + 1);
            else if (node is IElement element && PictureOf(element) is { } picture)
                yield return (element, picture with { LettersBefore = letters });
        }
    }

    private static INode? Next(INode node)
    {
        if (node.FirstChild is { } child)
            return child;
        for (var up = node; up is not null; up = up.Parent)
        {
            if (up.NextSibling is { } sibling)
                return sibling;
        }

        return null;
    }

    /// <summary>What the page's own styles ask for.</summary>
    public static IEnumerable<Uri> StyleAddressesOf(IHtmlDocument document, Uri relativeTo) =>
        document.All.SelectMany(element =>
                element is IHtmlStyleElement ? CssAddresses.Of(element.TextContent) : CssAddresses.Of(element.GetAttribute("style") ?? ""))
            .Select(said => Resolved(relativeTo, said)).OfType<Uri>().Distinct();

    private static FoundPicture? PictureOf(IElement element) => element switch
    {
        IHtmlImageElement image => new FoundPicture(PictureUse.Image, Marked(image)),
        IHtmlInputElement { Type: "image" } button when button.GetAttribute("src") is { } src =>
            new FoundPicture(PictureUse.Button, Single(src, button.GetAttribute("alt"), Number(button, "width"), Number(button, "height"))),
        IHtmlVideoElement video when video.GetAttribute("poster") is { Length: > 0 } poster =>
            new FoundPicture(PictureUse.Poster, Single(poster, "", Number(video, "width"), Number(video, "height"))),
        { LocalName: "image", NamespaceUri: Svg } drawn when (drawn.GetAttribute("href") ?? drawn.GetAttribute("xlink:href")) is { } href =>
            new FoundPicture(PictureUse.Drawing, Single(href, "", Number(drawn, "width"), Number(drawn, "height"))),
        IHtmlLinkElement link when IsOf(link, "icon", "apple-touch-icon") && link.GetAttribute("href") is { Length: > 0 } href =>
            new FoundPicture(PictureUse.Icon, Single(href, "", null, null)),
        IHtmlMetaElement meta when (meta.GetAttribute("property") ?? meta.Name) == "og:image" && meta.Content is { Length: > 0 } card =>
            new FoundPicture(PictureUse.Card, Single(card, "", null, null)),
        _ => null,
    };

    private static MarkedPicture Marked(IHtmlImageElement image) => new(
        image.ParentElement is IHtmlPictureElement picture
            ? [.. picture.Children.TakeWhile(child => child != image).OfType<IHtmlSourceElement>().Select(source => Offer(source))]
            : [],
        Offer(image) with { Media = null, Type = null },
        image.GetAttribute("src"), image.GetAttribute("alt"),
        string.Equals(image.GetAttribute("loading"), "lazy", StringComparison.OrdinalIgnoreCase), Number(image, "width"),
        Number(image, "height"));

    private static ImageOffer Offer(IElement element) => new(
        Srcset.Read(element.GetAttribute("srcset") ?? ""), element.GetAttribute("sizes"), element.GetAttribute("media"),
        element.GetAttribute("type"));

    private static MarkedPicture Single(string src, string? alt, double? width, double? height) =>
        new([], new ImageOffer(Srcset.Read("")), src, alt, false, width, height);

    public static IEnumerable<PageStyle> StylesOf(IHtmlDocument document, Uri relativeTo)
    {
        foreach (var element in document.All)
        {
            if (element is IHtmlStyleElement style)
                yield return new PageStyle(null, style.TextContent, style.GetAttribute("media") ?? "");
            else if (element is IHtmlLinkElement link && IsOf(link, "stylesheet") && !IsOf(link, "alternate") &&
                !link.HasAttribute("disabled") && Resolved(relativeTo, link.GetAttribute("href")) is { } address)
                yield return new PageStyle(address, "", link.GetAttribute("media") ?? "");
        }
    }

    public static IEnumerable<Uri> LinksOf(IHtmlDocument document, Uri relativeTo) =>
        document.All.Where(element => element is IHtmlAnchorElement or IHtmlAreaElement)
            .Select(element => Resolved(relativeTo, element.GetAttribute("href"))).OfType<Uri>()
            .Select(address => new Uri(address.GetLeftPart(UriPartial.Query))).Distinct();

    /// <summary>An address that a page says, in full.</summary>
    /// <param name="relativeTo">The base of the page.</param>
    /// <param name="said">As it is written.</param>
    /// <returns>Null where it is none, or one that nothing is fetched from: <c>data:</c>, <c>blob:</c>, <c>mailto:</c>.</returns>
    public static Uri? Resolved(Uri relativeTo, string? said) =>
        said is not null && Uri.TryCreate(relativeTo, said.Trim(), out var address) && IsFetched(address) ? address : null;

    private static bool IsFetched(Uri address) => address.Scheme is "http" or "https";

    private static bool IsOf(IElement link, params string[] relations) =>
        (link.GetAttribute("rel") ?? "").Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .Any(one => relations.Contains(one.ToLowerInvariant()));

    // Percentages are no pixels.
    private static double? Number(IElement element, string attribute) =>
        MarkupNumbers.Dimension(element.GetAttribute(attribute)) is (var value, false) ? value : null;
}
