using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;

namespace Pantomet.Market;

/// <summary>The stand-in's only page: what it holds.</summary>
public static class ShopWindow
{
    /// <summary>As HTML. Whatever sellers call their listings, it is text.</summary>
    /// <param name="rules">What is demanded.</param>
    /// <param name="listings">What is held.</param>
    public static string Of(MarketRules rules, Listings listings)
    {
        var page = new StringBuilder();
        page.Append(
            CultureInfo.InvariantCulture,
            $"<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><title>{Text(rules.Name)}</title><h1>{Text(rules.Name)}</h1>");
        page.Append("<p>A stand-in for trying things out. It forgets everything when it ends.</p>");
        foreach (var (listing, pictures) in listings.All())
        {
            page.Append(CultureInfo.InvariantCulture, $"<h2>{Text(listing)}</h2>");
            foreach (var picture in pictures)
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"<img height=\"160\" alt=\"{Text(picture.Name)}\" " +
                    $"src=\"data:{picture.MediaType};base64,{Convert.ToBase64String(picture.Content)}\">");
        }

        return page.Append("</html>").ToString();
    }

    private static string Text(string text) => HtmlEncoder.Default.Encode(text);
}
