using System.Text;
using System.Text.Encodings.Web;
using System.Text.Unicode;

namespace Pantomet.Core.Proof.Markup;

/// <summary>Start tags of HTML elements without an end tag, escaped.</summary>
internal static class HtmlTag
{
    // Letters of all languages stay readable; whatever could end a value or an element does not.
    private static readonly HtmlEncoder Encoder = HtmlEncoder.Create(UnicodeRanges.All);

    /// <summary>Writes one.</summary>
    /// <param name="element">Its name.</param>
    /// <param name="attributes">In their order; those without a value are left out.</param>
    public static string Of(string element, params IEnumerable<(string Name, string? Value)> attributes)
    {
        var tag = new StringBuilder($"<{element}");
        foreach (var (name, value) in attributes)
        {
            if (value is not null)
                tag.Append($" {name}=\"{Encoder.Encode(Plain(value))}\"");
        }

        return tag.Append('>').ToString();
    }

    // WHATWG HTML, "control character reference": no escaping makes them valid. Line breaks are spaces to whoever reads the text aloud.
    private static string Plain(string value) => string.Concat(
        value.Select(letter => char.IsWhiteSpace(letter) ? " " : char.IsControl(letter) ? "" : letter.ToString()));
}
