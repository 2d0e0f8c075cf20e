using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using Pantomet.Core.Measures;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Packages;

/// <summary>
/// A page that shows every picture of a package as a page would: by its markup, as wide as its slot. It needs no network.
/// </summary>
public static class PreviewPage
{
    /// <summary>Its path in a package.</summary>
    public const string FileName = "preview.html";

    private const string Style =
        "body{font:14px/1.4 sans-serif;margin:0;color:#17212e;background:#edeff1}h1,h2,figcaption,p{margin:16px 24px 8px}" +
        "h2{padding-top:12px;border-top:1px solid #cfd5da}figure{margin:0 0 24px}figcaption{color:#51606f;font-size:12px}" +
        "img{display:block;width:100%;height:auto}";

    /// <summary>The page, UTF-8.</summary>
    /// <param name="pictures">In the order of the package; those whose files are all left out are not shown.</param>
    public static byte[] Of(IReadOnlyList<PlacedPicture> pictures)
    {
        var (style, body) = (new StringBuilder(Style).Append('\n'), new StringBuilder());
        body.Append(
            "<h1>Every picture in its place</h1>\n<p>Each is shown by its markup, as wide as its slot. Make the window narrower and " +
            "wider: the browser takes other files.</p>\n");
        foreach (var (at, slot) in pictures.GroupBy(one => one.Folder).Index())
        {
            var (destination, first) = (slot.First().Destination, slot.First().Packed);
            // Pictures of one slot are shown alike, whatever files they have; the first that has a layout says how.
            style.Append(ShownWidth.Css(first, $".slot-{at}"));
            body.Append(
                CultureInfo.InvariantCulture, $"<h2>{Text(destination.Name)} · {Text(first.Slot.Name)}</h2>\n");
            foreach (var picture in slot.Select(one => one.Packed))
                body.Append(
                    CultureInfo.InvariantCulture,
                    $"<figure>\n<div class=\"slot-{at}\">\n{PictureElement.Of(picture)}</div>\n<figcaption>{Text(picture.Stem)}: " +
                    $"{Facts(picture)}</figcaption>\n</figure>\n");
        }

        return Encoding.UTF8.GetBytes(
            "<!doctype html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n<title>Preview</title>\n" +
            "<meta name=\"viewport\" content=\"width=device-width\">\n" +
            $"<style>\n{style}</style>\n</head>\n<body>\n{body}</body>\n</html>\n");
    }

    private static string Facts(PagePicture picture)
    {
        var files = picture.Lists.SelectMany(list => list.Files).Distinct().ToList();
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{files.Count} {(files.Count == 1 ? "file" : "files")}, {new ByteCount(files.Sum(file => file.Bytes))}");
    }

    private static string Text(string text) => HtmlEncoder.Default.Encode(text);
}
