using System.Globalization;

namespace Pantomet.Sites;

/// <summary>Reads numbers out of attributes.</summary>
internal static class MarkupNumbers
{
    /// <summary>A width or height.</summary>
    /// <remarks>WHATWG HTML, "rules for parsing dimension values".</remarks>
    /// <param name="attribute">Any text; null where there is none.</param>
    /// <returns>Null where it is none, and whether it is a percentage.</returns>
    public static (double? Value, bool IsPercentage) Dimension(string? attribute)
    {
        var text = attribute?.TrimStart(' ', '\t', '\n', '\f', '\r') ?? "";
        var digits = text.TakeWhile((sign, at) => char.IsAsciiDigit(sign) || (sign == '.' && at > 0 && !text[..at].Contains('.'))).Count();
        return digits == 0 || !char.IsAsciiDigit(text[0])
            ? (null, false)
            : (double.Parse(text[..digits].TrimEnd('.'), CultureInfo.InvariantCulture), text[digits..].StartsWith('%'));
    }
}
