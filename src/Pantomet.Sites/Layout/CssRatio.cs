using System.Globalization;

namespace Pantomet.Sites.Layout;

/// <summary>Reads an <c>aspect-ratio</c>.</summary>
/// <remarks>CSS Sizing 4, §6.1 (https://www.w3.org/TR/css-sizing-4/#aspect-ratio).</remarks>
internal static class CssRatio
{
    /// <summary>Width over height.</summary>
    /// <param name="text">As a style sheet has it.</param>
    /// <returns>Null where it says none.</returns>
    public static double? Of(string text)
    {
        var parts = text.Replace("auto", "", StringComparison.Ordinal).Split('/', StringSplitOptions.TrimEntries);
        return parts.Length is 1 or 2 && Number(parts[0]) is { } width && (parts.Length == 1 ? 1 : Number(parts[1])) is { } height
            ? width / height
            : null;
    }

    private static double? Number(string text) =>
        double.TryParse(text, CultureInfo.InvariantCulture, out var number) && number > 0 ? number : null;
}
