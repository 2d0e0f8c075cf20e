namespace Pantomet.Core.SiteCheck.Css;

/// <summary>Whether a condition on the screen holds.</summary>
public enum Holds
{
    /// <summary>It does not.</summary>
    No,

    /// <summary>It does.</summary>
    Yes,

    /// <summary>Browsers do not know what it asks for, and take it as neither (Media Queries 4, §3.1: Kleene's logic).</summary>
    Nothing,

    /// <summary>Browsers know, and it does not follow from the window: whether there is a mouse, what somebody prefers.</summary>
    Undecided,
}

/// <summary>A media feature: what stands within the parentheses of <c>(min-width: 600px)</c>.</summary>
/// <remarks>Media Queries 4, §2.4 and §4 (https://www.w3.org/TR/mediaqueries-4/).</remarks>
/// <param name="viewport">The window.</param>
internal sealed class MediaFeature(Viewport viewport)
{
    private static readonly HashSet<string> OfTheBrowser =
    [
        "any-hover", "any-pointer", "color", "color-gamut", "color-index", "device-aspect-ratio", "device-height", "device-width",
        "display-mode", "dynamic-range", "environment-blending", "forced-colors", "grid", "horizontal-viewport-segments", "hover",
        "inverted-colors", "monochrome", "nav-controls", "overflow-block", "overflow-inline", "pointer", "prefers-color-scheme",
        "prefers-contrast", "prefers-reduced-data", "prefers-reduced-motion", "prefers-reduced-transparency", "scan", "scripting", "update",
        "vertical-viewport-segments", "video-color-gamut", "video-dynamic-range",
    ];

    private readonly CssLengths lengths = new(viewport);

    private enum Comparison
    {
        Less,
        AtMost,
        Equal,
        AtLeast,
        More,
    }

    /// <summary>Whether it holds.</summary>
    /// <param name="tokens">What stands within the parentheses.</param>
    public Holds Of(IReadOnlyList<CssToken> tokens)
    {
        var inside = CssTokens.Trimmed(tokens);
        if (inside is [{ Kind: CssTokenKind.Ident } name])
            return Alone(name.Text);
        var (first, signs) = AtSigns(inside);
        return (first.Count, signs.Count) switch
        {
            (2, 1) when signs[0] == ":" && NameOf(first[0]) is { } plain => Plain(plain, first[1]),
            (2, 1) when signs[0] != ":" && NameOf(first[0]) is { } left => Compared(left, ComparisonOf(signs[0]), first[1]),
            (2, 1) when signs[0] != ":" && NameOf(first[1]) is { } right => Compared(right, Turned(ComparisonOf(signs[0])), first[0]),
            (3, 2) when NameOf(first[1]) is { } between && OneWay(signs[0], signs[1]) => Both(
                Compared(between, Turned(ComparisonOf(signs[0])), first[0]), Compared(between, ComparisonOf(signs[1]), first[2])),
            _ => Holds.Nothing,
        };
    }

    private Holds Alone(string name) => name switch
    {
        "width" => Said(viewport.WidthPx > 0),
        "height" => Said(viewport.HeightPx > 0),
        "orientation" or "aspect-ratio" or "resolution" => Holds.Yes,
        _ => OfTheBrowser.Contains(name) ? Holds.Undecided : Holds.Nothing,
    };

    private Holds Plain(string name, IReadOnlyList<CssToken> value)
    {
        if (name == "orientation")
            return value is [{ Kind: CssTokenKind.Ident, Text: "portrait" or "landscape" } way]
                ? Said((viewport.HeightPx >= viewport.WidthPx) == (way.Text == "portrait"))
                : Holds.Nothing;
        if (name.StartsWith("min-", StringComparison.Ordinal))
            return Compared(name[4..], Comparison.AtLeast, value);
        return name.StartsWith("max-", StringComparison.Ordinal)
            ? Compared(name[4..], Comparison.AtMost, value)
            : Compared(name, Comparison.Equal, value);
    }

    private Holds Compared(string name, Comparison how, IReadOnlyList<CssToken> value)
    {
        var (isValid, wanted, has) = name switch
        {
            "width" => Length(value, viewport.WidthPx),
            "height" => Length(value, viewport.HeightPx),
            "aspect-ratio" => (RatioOf(value) is not null, RatioOf(value), viewport.WidthPx / viewport.HeightPx),
            "resolution" => (DensityOf(value) is not null, DensityOf(value), viewport.Density),
            _ => (false, null, 0),
        };
        if (!isValid)
            return OfTheBrowser.Contains(name) ? Holds.Undecided : Holds.Nothing;
        return wanted is not { } figure ? Holds.Undecided : Said(how switch
        {
            Comparison.Less => has < figure,
            Comparison.AtMost => has <= figure,
            Comparison.AtLeast => has >= figure,
            Comparison.More => has > figure,
            _ => Math.Abs(has - figure) < 1e-9,
        });
    }

    private (bool IsValid, double? Wanted, double Has) Length(IReadOnlyList<CssToken> value, double has) =>
        lengths.Read(value) is { } length ? (true, length.Px, has) : (false, null, has);

    private static double? RatioOf(IReadOnlyList<CssToken> value) =>
        value.Where(token => token.Kind != CssTokenKind.Whitespace).ToList() switch
        {
            [{ Kind: CssTokenKind.Number, Number: >= 0 } one] => one.Number,
            [{ Kind: CssTokenKind.Number, Number: >= 0 } wide, { Kind: CssTokenKind.Sign, Text: "/" },
            { Kind: CssTokenKind.Number, Number: >= 0 } high] => wide.Number / high.Number,
            _ => null,
        };

    private static double? DensityOf(IReadOnlyList<CssToken> value) => value is [{ Kind: CssTokenKind.Dimension } one]
        ? one.Text switch
        {
            "dppx" or "x" => one.Number,
            "dpi" => one.Number / 96,
            "dpcm" => one.Number * 2.54 / 96,
            _ => null,
        }
        : null;

    // What stands between the signs : < <= = >= >, and these.
    private static (List<IReadOnlyList<CssToken>> Between, List<string> Signs) AtSigns(IReadOnlyList<CssToken> tokens)
    {
        var (between, part, signs, depth) = (new List<IReadOnlyList<CssToken>>(), new List<CssToken>(), new List<string>(), 0);
        for (var at = 0; at < tokens.Count; at++)
        {
            var token = tokens[at];
            depth += CssTokens.DepthOf(token);
            if (depth > 0 || token is not { Kind: CssTokenKind.Sign, Text: ":" or "<" or ">" or "=" })
            {
                part.Add(token);
                continue;
            }

            between.Add(CssTokens.Trimmed(part));
            part = [];
            var isDouble = token.Text is "<" or ">" && at + 1 < tokens.Count && tokens[at + 1].Is(CssTokenKind.Sign, "=");
            signs.Add(isDouble ? token.Text + "=" : token.Text);
            at += isDouble ? 1 : 0;
        }

        between.Add(CssTokens.Trimmed(part));
        return (between, signs);
    }

    private static string? NameOf(IReadOnlyList<CssToken> tokens) => tokens is [{ Kind: CssTokenKind.Ident } name] ? name.Text : null;

    private static bool OneWay(string one, string other) => (one[0], other[0]) is ('<', '<') or ('>', '>');

    private static Comparison ComparisonOf(string sign) => sign switch
    {
        "<" => Comparison.Less,
        "<=" => Comparison.AtMost,
        ">" => Comparison.More,
        ">=" => Comparison.AtLeast,
        _ => Comparison.Equal,
    };

    private static Comparison Turned(Comparison how) => how switch
    {
        Comparison.Less => Comparison.More,
        Comparison.AtMost => Comparison.AtLeast,
        Comparison.More => Comparison.Less,
        Comparison.AtLeast => Comparison.AtMost,
        _ => Comparison.Equal,
    };

    private static Holds Both(Holds one, Holds other) => MediaCondition.And(one, other);

    private static Holds Said(bool holds) => holds ? Holds.Yes : Holds.No;
}
