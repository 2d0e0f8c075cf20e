using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Packages;

/// <summary>
/// A page that shows every file of a package, to be looked through before it is handed on. It needs no network and no script.
/// </summary>
public static class ContactSheet
{
    /// <summary>Its path in a package.</summary>
    public const string FileName = "contact-sheet.html";

    private const string Style =
        "body{font:14px/1.4 sans-serif;margin:24px;color:#17212e;background:#edeff1}h2{margin:28px 0 8px;border-bottom:1px solid #cfd5da}" +
        "ul{list-style:none;padding:0;display:flex;flex-wrap:wrap;gap:16px;align-items:end}li{width:220px}" +
        "img{max-width:220px;max-height:160px;background:#808080;outline:1px solid #0003}" +
        "b,span{display:block;overflow-wrap:anywhere}span{color:#51606f;font-size:12px}table{border-collapse:collapse}" +
        "td,th{text-align:left;padding:2px 16px 2px 0;vertical-align:top}";

    /// <summary>The page, UTF-8.</summary>
    /// <param name="entries">In the order of the package.</param>
    /// <param name="missing">What is not in it, and why.</param>
    /// <param name="withdrawn">Paths of earlier packages that are no longer wanted.</param>
    public static byte[] Of(IReadOnlyList<ManifestEntry> entries, IReadOnlyList<MissingEntry> missing, IReadOnlyList<string> withdrawn)
    {
        var page = new StringBuilder(
            $"<!doctype html>\n<html lang=\"en\"><meta charset=\"utf-8\"><title>Contact sheet</title><style>{Style}</style>\n");
        page.Append(
            CultureInfo.InvariantCulture, $"<h1>{entries.Count:#,0} files, {new ByteCount(entries.Sum(entry => entry.Bytes))}</h1>\n");
        foreach (var place in entries.GroupBy(entry => (entry.Destination, entry.Slot)))
        {
            page.Append(CultureInfo.InvariantCulture, $"<h2>{Text(place.Key.Destination)} · {Text(place.Key.Slot)}</h2>\n<ul>\n");
            foreach (var entry in place)
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"<li><a href=\"{Text(entry.File)}\"><img loading=\"lazy\" src=\"{Text(entry.File)}\" " +
                    $"alt=\"{Text(entry.AltText)}\"></a><b>{Text(entry.File.Split('/')[^1])}</b><span>{entry.Width:#,0} × " +
                    $"{entry.Height:#,0} px, {new ByteCount(entry.Bytes)}</span></li>\n");
            page.Append("</ul>\n");
        }

        if (missing.Count > 0)
        {
            page.Append("<h2>Not in the package</h2>\n<table><tr><th>Picture<th>Place<th>Why\n");
            foreach (var one in missing)
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"<tr><td>{Text(one.Source)}<td>{Text(one.Destination)} · {Text(one.Slot)}<td>{Text(one.Reason)}\n");
            page.Append("</table>\n");
        }

        if (withdrawn.Count > 0)
        {
            page.Append("<h2>No longer wanted: take away there</h2>\n<table>\n");
            foreach (var path in withdrawn)
                page.Append(CultureInfo.InvariantCulture, $"<tr><td>{Text(path)}\n");
            page.Append("</table>\n");
        }

        return Encoding.UTF8.GetBytes(page.Append("</html>\n").ToString());
    }

    private static string Text(string text) => HtmlEncoder.Default.Encode(text);
}
