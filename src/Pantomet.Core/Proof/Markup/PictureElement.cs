using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Proof.Markup;

/// <summary>A picture of a page in HTML: <c>picture</c>, or <c>img</c> alone where there is nothing to choose but sizes.</summary>
/// <remarks>WHATWG HTML, "embedded content". Width and height keep the room until the file is there, so that nothing jumps.</remarks>
public static class PictureElement
{
    /// <summary>Writes it.</summary>
    /// <param name="picture">With its files.</param>
    /// <param name="placeholder">What stands for it until its file has arrived.</param>
    /// <returns>Lines, each ended by a line feed.</returns>
    public static string Of(PagePicture picture, PlaceholderKind placeholder = PlaceholderKind.None)
    {
        var image = Image(picture, placeholder);
        if (picture.Lists.Count == 1)
            return $"{image}\n";
        var sources = picture.Lists.SkipLast(1).Select(list => $"  {Source(list)}\n");
        return $"<picture>\n{string.Concat(sources)}  {image}\n</picture>\n";
    }

    private static string Source(CandidateList list) => HtmlTag.Of(
        "source",
        ("media", list.Media),
        ("type", list.Type?.MediaType()),
        ("srcset", list.Srcset()),
        ("sizes", list.Sizes()),
        ("width", $"{SizeOf(list).Width}"),
        ("height", $"{SizeOf(list).Height}"));

    private static string Image(PagePicture picture, PlaceholderKind placeholder)
    {
        var list = picture.Image;
        return HtmlTag.Of(
            "img",
            ("src", list.Usual.Address),
            ("srcset", list.IsChoice ? list.Srcset() : null),
            ("sizes", list.Sizes()),
            ("width", $"{SizeOf(list).Width}"),
            ("height", $"{SizeOf(list).Height}"),
            ("alt", picture.AltText),
            ("loading", picture.IsAtTop ? null : "lazy"),
            ("decoding", "async"),
            ("fetchpriority", picture.IsAtTop ? "high" : null),
            ("style", Style(picture.Placeholder, placeholder)));
    }

    // Data URIs of base64 hold no character that would end the string.
    private static string? Style(Placeholder? placeholder, PlaceholderKind kind) => (placeholder, kind) switch
    {
        (null, _) or (_, PlaceholderKind.None) => null,
        (var one, PlaceholderKind.Colour) => $"background: {one.Colour}",
        (var one, _) => $"background: {one.Colour} url('{one.Picture}') center / 100% 100% no-repeat",
    };

    private static PixelSize SizeOf(CandidateList list) => list.Largest.Size.File;
}
