namespace Pantomet.Sites.Styles;

/// <summary>Puts the values of variables where their names stand.</summary>
/// <remarks>CSS Custom Properties for Cascading Variables 1, §3 (https://www.w3.org/TR/css-variables-1/#using-variables).</remarks>
internal static class Variables
{
    // Variables may be made of variables: what would become longer is none (§3.3, "long variables").
    private const int MostLetters = 10_000;
    private const int DeepestNesting = 16;

    /// <summary>Puts them in.</summary>
    /// <param name="text">A value.</param>
    /// <param name="valueOf">What a variable stands for; null where it stands for nothing.</param>
    /// <returns>Null where one stands for nothing and says nothing to fall back on: the value is then invalid.</returns>
    public static string? In(string text, Func<string, string?> valueOf) => In(text, valueOf, 0);

    private static string? In(string text, Func<string, string?> valueOf, int depth)
    {
        while (text.IndexOf("var(", StringComparison.OrdinalIgnoreCase) is >= 0 and var start)
        {
            if (depth > DeepestNesting || text.Length > MostLetters)
                return null;
            var end = EndOf(text, start + 4);
            var inside = text[(start + 4)..end];
            var comma = inside.IndexOf(',', StringComparison.Ordinal);
            var name = (comma < 0 ? inside : inside[..comma]).Trim();
            var value = valueOf(name) is { } found ? In(found, valueOf, depth + 1) : null;
            if (value is null && comma >= 0)
                value = In(inside[(comma + 1)..].Trim(), valueOf, depth + 1);
            if (value is null)
                return null;
            text = string.Concat(text.AsSpan(0, start), value, text.AsSpan(Math.Min(end + 1, text.Length)));
            depth++;
        }

        return text;
    }

    // Where the parenthesis closes that is open.
    private static int EndOf(string text, int from)
    {
        var open = 1;
        for (var at = from; at < text.Length; at++)
        {
            open += text[at] switch
            {
                '(' => 1,
                ')' => -1,
                _ => 0,
            };
            if (open == 0)
                return at;
        }

        return text.Length;
    }
}
