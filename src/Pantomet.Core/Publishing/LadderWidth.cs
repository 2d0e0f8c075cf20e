namespace Pantomet.Core.Publishing;

/// <summary>Which width of a slot's ladder somebody gets who asks for one: nobody can order another.</summary>
public static class LadderWidth
{
    private const int Usual = 1000;

    /// <summary>Chooses.</summary>
    /// <param name="widths">Of the ladder, in any order; at least one.</param>
    /// <param name="wanted">In pixels; null for who does not say: the smallest of at least 1,000.</param>
    /// <returns>The smallest that is enough, else the largest.</returns>
    public static int For(IEnumerable<int> widths, int? wanted)
    {
        var rising = widths.Order().ToList();
        return rising.Find(width => width >= (wanted ?? Usual)) is > 0 and var enough ? enough : rising[^1];
    }

    /// <summary>Reads a width.</summary>
    /// <param name="text">As an address says it.</param>
    /// <returns>Null for what is no whole number above 0; one that is larger than any picture is that.</returns>
    public static int? Read(string text) =>
        text.Length is > 0 and <= 20 && text.All(char.IsAsciiDigit) && text.Trim('0').Length > 0
            ? int.TryParse(text, out var width) ? width : int.MaxValue
            : null;
}
