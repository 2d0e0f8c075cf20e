using Pantomet.Core.Pictures;

namespace Pantomet.Core.Proof.Markup;

/// <summary>For the head of a page: the picture of the card that other sites show when somebody links to it.</summary>
/// <remarks>The Open Graph protocol, ogp.me, "structured properties". Addresses must be whole: whoever reads them is elsewhere.</remarks>
public static class LinkCard
{
    /// <summary>Writes it.</summary>
    /// <param name="picture">With its files.</param>
    /// <returns>Lines, each ended by a line feed.</returns>
    public static string Of(PagePicture picture)
    {
        var file = picture.Image.Largest;
        return string.Concat(
            Property("og:image", file.Address),
            Property("og:image:type", file.Format.MediaType()),
            Property("og:image:width", $"{file.Size.File.Width}"),
            Property("og:image:height", $"{file.Size.File.Height}"),
            picture.AltText.Length == 0 ? "" : Property("og:image:alt", picture.AltText));
    }

    private static string Property(string name, string content) => $"{HtmlTag.Of("meta", ("property", name), ("content", content))}\n";
}
