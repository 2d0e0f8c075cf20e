using System.Xml;
using Pantomet.Core.Findings;

namespace Pantomet.Sites.Ways;

/// <summary>The pages that a site lists for programs.</summary>
/// <remarks>Sitemaps XML format 0.9, https://www.sitemaps.org/protocol.html: <c>loc</c> within <c>url</c> is a page, within
/// <c>sitemap</c> another list.</remarks>
/// <param name="Pages">In their order.</param>
/// <param name="Lists">Other lists, in their order.</param>
public sealed record SiteMapFile(IReadOnlyList<Uri> Pages, IReadOnlyList<Uri> Lists)
{
    private static readonly XmlReaderSettings Safe = new() { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null, Async = false };

    /// <summary>Reads one.</summary>
    /// <param name="content">XML.</param>
    /// <param name="most">No more addresses are read.</param>
    /// <exception cref="UnreadableException">It is something else, or damaged.</exception>
    public static SiteMapFile Read(Stream content, int most)
    {
        var (pages, lists) = (new List<Uri>(), new List<Uri>());
        try
        {
            using var reader = XmlReader.Create(content, Safe);
            var within = "";
            while (reader.Read() && pages.Count + lists.Count < most)
            {
                if (reader.NodeType != XmlNodeType.Element)
                    continue;
                if (reader.LocalName is "url" or "sitemap")
                    within = reader.LocalName;
                else if (reader.LocalName == "loc" &&
                    Uri.TryCreate(reader.ReadElementContentAsString().Trim(), UriKind.Absolute, out var address))
                    (within == "sitemap" ? lists : pages).Add(address);
            }
        }
        catch (XmlException problem)
        {
            throw new UnreadableException("sitemap-unreadable", "It is no sitemap, or it is damaged.", problem);
        }

        return new SiteMapFile(pages, lists);
    }
}
