using System.Text.RegularExpressions;

namespace Pantomet.Core.SiteCheck.Css;

/// <summary>Addresses that a style sheet asks for.</summary>
/// <remarks>CSS Values and Units 4, §4.5 (https://www.w3.org/TR/css-values-4/#urls). What stands in comments is taken along: whoever asks
/// knows which of them are pictures that are there.</remarks>
public static partial class CssAddresses
{
    /// <summary>All of them, as they are written, each once.</summary>
    /// <param name="text">Any text; the time is in proportion to its length.</param>
    public static IReadOnlyList<string> Of(string text) =>
    [
        .. Url().Matches(text).Select(match => match.Groups.Values.Skip(1).First(group => group.Success).Value.Trim())
            .Where(address => address.Length > 0).Distinct(),
    ];

    [GeneratedRegex(
        """url\(\s*(?:"([^"\n]*)"|'([^'\n]*)'|([^)"'\s]+))\s*\)|@import\s+(?:"([^"\n]*)"|'([^'\n]*)')""",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Url();
}
