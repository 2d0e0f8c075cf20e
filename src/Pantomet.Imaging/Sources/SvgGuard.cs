using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml;
using Pantomet.Core.Findings;

namespace Pantomet.Imaging.Sources;

/// <summary>Reads an SVG as plain XML before any renderer sees it, and refuses what could fetch, expand or run.</summary>
public static partial class SvgGuard
{
    private const long MaxBytes = 20_000_000;
    private const int DeepestElement = 256;
    private const string Namespace = "http://www.w3.org/2000/svg";

    /// <summary>Accepts or refuses a file.</summary>
    /// <param name="path">A file that begins like an SVG.</param>
    /// <exception cref="UnreadableException">It is not well-formed, not an SVG, too large, declares entities, or refers to anything outside
    /// itself.</exception>
    public static void Check(string path)
    {
        if (new FileInfo(path).Length > MaxBytes)
            throw new UnreadableException("svg-too-large", "The SVG has more than 20 MB. Simplify it, or send it as PNG.");
        // A DOCTYPE that only names the SVG standard is harmless and common; one with declarations of its own is not.
        var settings = new XmlReaderSettings { DtdProcessing = DtdProcessing.Parse, XmlResolver = null, MaxCharactersFromEntities = 1 };
        try
        {
            using var reader = XmlReader.Create(path, settings);
            var root = true;
            while (reader.Read())
            {
                switch (reader.NodeType)
                {
                    case XmlNodeType.DocumentType when reader.Value.Contains("<!", StringComparison.Ordinal):
                        throw Entities();
                    case XmlNodeType.Element:
                        CheckElement(reader, root);
                        root = false;
                        break;
                    case XmlNodeType.Text or XmlNodeType.CDATA:
                        CheckStyle(reader.Value);
                        break;
                    case XmlNodeType.ProcessingInstruction when reader.Name == "xml-stylesheet":
                        throw External(reader.Value);
                    default:
                        break;
                }
            }
        }
        catch (XmlException problem)
        {
            throw problem.Message.Contains("MaxCharactersFromEntities", StringComparison.Ordinal) ||
                problem.Message.Contains("entity", StringComparison.OrdinalIgnoreCase)
                ? Entities(problem)
                : new UnreadableException(
                    "svg-broken", $"The SVG is not well-formed XML (line {problem.LineNumber}). Export it again.", problem);
        }
    }

    private static void CheckElement(XmlReader reader, bool isRoot)
    {
        if (isRoot && (reader.LocalName != "svg" || reader.NamespaceURI is not (Namespace or "")))
            throw new UnreadableException(
                "not-a-picture", "This is an XML document, not an SVG picture. Send a JPEG, PNG, WebP, AVIF, GIF, TIFF or SVG file.");
        if (reader.Depth > DeepestElement)
            throw new UnreadableException(
                "svg-too-deep", $"The SVG nests its elements more than {DeepestElement} deep. Simplify it, or send it as PNG.");
        for (var more = reader.MoveToFirstAttribute(); more; more = reader.MoveToNextAttribute())
        {
            if (reader.LocalName is "href" or "src" or "data")
                CheckReference(reader.Value);
            else if (reader.LocalName is "srcset" or "imagesrcset")
                throw External(reader.Value);
            else if (reader.Prefix != "xmlns" && reader.Name != "xmlns")
                CheckStyle(reader.Value);
        }

        reader.MoveToElement();
    }

    private static void CheckStyle(string written)
    {
        // CSS Syntax 3, §4.3.7: a letter may be written as its number: "\75 rl(" is "url(".
        var text = Escape().Replace(written, match => match.Groups["code"] is { Success: true } code
            ? char.ConvertFromUtf32(Math.Min(int.Parse(code.Value, NumberStyles.HexNumber, CultureInfo.InvariantCulture), 0xD7FF))
            : match.Groups["letter"].Value);
        text = Comment().Replace(text, "");
        if (ImageSet().IsMatch(text))
            throw External("image-set");
        if (text.Contains("@import", StringComparison.OrdinalIgnoreCase))
            throw External("@import");
        foreach (Match use in UrlUse().Matches(text))
            CheckReference(use.Groups["target"].Value);
    }

    private static void CheckReference(string target)
    {
        target = target.Trim().Trim('"', '\'').Trim();
        if (target.Length > 0 && target[0] != '#' && !EmbeddedPicture().IsMatch(target))
            throw External(target);
    }

    private static UnreadableException External(string target) => new(
        "svg-external",
        $"The SVG refers to something outside itself ({(target.Length > 60 ? target[..60] + "…" : target)}). Nothing is ever fetched for " +
        $"a picture. Embed it in the SVG, then send it again.");

    private static UnreadableException Entities(Exception? cause = null) => new(
        "svg-entities", "The SVG declares entities of its own, which can expand without end. Export it as plain SVG.", cause);

    [GeneratedRegex("""\\(?:(?<code>[0-9a-f]{1,6})[ \t\r\n\f]?|(?<letter>.))""",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.Singleline)]
    private static partial Regex Escape();

    [GeneratedRegex("""/\*.*?\*/""", RegexOptions.CultureInvariant | RegexOptions.Singleline)]
    private static partial Regex Comment();

    [GeneratedRegex("""image-set\(|\bsrc\(""", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex ImageSet();

    [GeneratedRegex("""url\(\s*(?<target>[^)]*)\)""", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex UrlUse();

    [GeneratedRegex("^data:image/(?:png|jpe?g|webp|gif);base64,", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex EmbeddedPicture();
}
