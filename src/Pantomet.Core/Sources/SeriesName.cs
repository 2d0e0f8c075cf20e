using System.Globalization;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Sources;

/// <summary>Names of a series of pictures from that of its first: <c>kites-spring-01</c>, <c>kites-spring-02</c>.</summary>
public static class SeriesName
{
    // Beyond that what stands at the end is no count.
    private const int MaxDigits = 9;

    /// <summary>A stem for each picture, each different from every other.</summary>
    /// <param name="first">
    /// ASCII, as somebody typed it. Digits at its end are the first number, and how long the numbers are at least; without digits, numbers
    /// from 1 are put behind it where there is more than one picture.
    /// </param>
    /// <param name="count">How many pictures there are.</param>
    public static IReadOnlyList<string> Stems(string first, int count)
    {
        var stem = Stem.From(first);
        var words = stem.TrimEnd("0123456789".ToCharArray());
        var digits = stem[words.Length..];
        if (digits.Length is 0 or > MaxDigits)
        {
            if (count <= 1)
                return [stem];
            (words, digits) = ($"{stem}-", "1");
        }

        var from = int.Parse(digits, CultureInfo.InvariantCulture);
        var length = Math.Max(digits.Length, (from + count - 1).ToString(CultureInfo.InvariantCulture).Length);
        words = words[..Math.Min(words.Length, Stem.MaxCharacters - length)];
        return
        [
            .. Enumerable.Range(from, count).Select(number => words + number.ToString(CultureInfo.InvariantCulture).PadLeft(length, '0')),
        ];
    }
}
