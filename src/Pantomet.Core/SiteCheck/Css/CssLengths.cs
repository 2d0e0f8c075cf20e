namespace Pantomet.Core.SiteCheck.Css;

/// <summary>A length that was read.</summary>
/// <param name="Px">CSS px; null where it depends on something that is not known, such as a font.</param>
public readonly record struct ReadLength(double? Px);

/// <summary>Reads lengths for one viewport: as <c>sizes</c> attributes and media conditions have them, or as style sheets do.</summary>
/// <remarks>CSS Values and Units 4: §6 (lengths), §10 (mathematical expressions).</remarks>
/// <param name="viewport">What shares of the viewport are shares of.</param>
public sealed class CssLengths(Viewport viewport)
{
    /// <summary>Size of the initial font in CSS px, in every browser whose owner did not change it (from memory).</summary>
    public const double InitialFontPx = 16;

    private const int DeepestNesting = 32;

    /// <summary>Size of the font in CSS px; null where it is not known. Attributes and media conditions have the initial font (Media
    /// Queries 4, §1.3).</summary>
    public double? FontPx { get; init; } = InitialFontPx;

    /// <summary>Size of the page's own font in CSS px; null where it is not known.</summary>
    public double? RootFontPx { get; init; } = InitialFontPx;

    /// <summary>Whether percentages are lengths here.</summary>
    public bool HasPercentages { get; init; }

    /// <summary>What percentages are shares of, in CSS px; null where it is not known.</summary>
    public double? WholePx { get; init; }

    /// <summary>Reads one.</summary>
    /// <param name="tokens">All of it, without white space at either end.</param>
    /// <returns>Null where it is none.</returns>
    public ReadLength? Read(IReadOnlyList<CssToken> tokens)
    {
        if (tokens is [var only])
            return Single(only);
        if (tokens.Count == 0 || tokens[0].Kind != CssTokenKind.Function)
            return null;
        var parser = new Parser(tokens, this);
        return parser.Whole() is { IsLength: true } value ? new ReadLength(value.Amount) : null;
    }

    // A dimension, a percentage where it is one, or a zero.
    private ReadLength? Single(CssToken token) => token.Kind switch
    {
        CssTokenKind.Number when token.Number == 0 => new ReadLength(0),
        CssTokenKind.Dimension when PxOf(token.Text) is var (isUnit, px) && isUnit => new ReadLength(token.Number * px),
        CssTokenKind.Percentage when HasPercentages => new ReadLength(token.Number / 100 * WholePx),
        _ => null,
    };

    // What one of a unit has; null where only a font or a container would tell.
    private (bool IsUnit, double? Px) PxOf(string unit) => unit switch
    {
        "px" => (true, 1),
        "em" => (true, FontPx),
        "rem" => (true, RootFontPx),
        "vw" or "svw" or "lvw" or "dvw" or "vi" or "svi" or "lvi" or "dvi" => (true, viewport.WidthPx / 100),
        "vh" or "svh" or "lvh" or "dvh" or "vb" or "svb" or "lvb" or "dvb" => (true, viewport.HeightPx / 100),
        "vmin" or "svmin" or "lvmin" or "dvmin" => (true, Math.Min(viewport.WidthPx, viewport.HeightPx) / 100),
        "vmax" or "svmax" or "lvmax" or "dvmax" => (true, Math.Max(viewport.WidthPx, viewport.HeightPx) / 100),
        "in" => (true, 96),
        "cm" => (true, 96 / 2.54),
        "mm" => (true, 96 / 25.4),
        "q" => (true, 96 / 101.6),
        "pt" => (true, 96 / 72.0),
        "pc" => (true, 16),
        "ex" or "rex" or "ch" or "rch" or "cap" or "rcap" or "ic" or "ric" or "lh" or "rlh" => (true, null),
        "cqw" or "cqh" or "cqi" or "cqb" or "cqmin" or "cqmax" => (true, null),
        _ => (false, null),
    };

    // A length, or a plain number; its amount is null where it is not known.
    private readonly record struct Value(bool IsLength, double? Amount);

    private sealed class Parser(IReadOnlyList<CssToken> tokens, CssLengths lengths)
    {
        private int at;
        private int depth;

        public Value? Whole() => Function() is { } value && at == tokens.Count ? value : null;

        private CssToken? Here => at < tokens.Count ? tokens[at] : null;

        private Value? Function()
        {
            var name = tokens[at++].Text;
            return name switch
            {
                "calc" => Arguments() is [var only] ? only : null,
                "min" => Arguments() is { } some ? Of(some, values => values.Min()) : null,
                "max" => Arguments() is { } some ? Of(some, values => values.Max()) : null,
                "clamp" => Arguments() is [var least, var wanted, var most]
                    ? Of([least, wanted, most], values => Math.Max(values[0], Math.Min(values[1], values[2])))
                    : null,
                _ => null,
            };
        }

        // All of one type.
        private static Value? Of(List<Value> values, Func<double[], double> amount)
        {
            if (values.Exists(value => value.IsLength != values[0].IsLength))
                return null;
            var known = values.Select(value => value.Amount).OfType<double>().ToArray();
            return new Value(values[0].IsLength, known.Length == values.Count ? amount(known) : null);
        }

        // Up to the parenthesis that ends them.
        private List<Value>? Arguments()
        {
            if (++depth > DeepestNesting)
                return null;
            var values = new List<Value>();
            do
            {
                Skip();
                if (Sum() is not { } value)
                    return null;
                values.Add(value);
                Skip();
            }
            while (Take(CssTokenKind.Comma, ","));
            depth--;
            // What the end of the attribute ends is as good as ended (CSS Syntax 3, §5.4.8).
            return Here is null || Take(CssTokenKind.Close, ")") ? values : null;
        }

        private Value? Sum()
        {
            var left = Product();
            while (left is { } value && Operator("+", "-") is { } sign)
                left = Product() is { } right && right.IsLength == value.IsLength
                    ? value with { Amount = value.Amount + (sign == "+" ? right.Amount : -right.Amount) }
                    : null;
            return left;
        }

        private Value? Product()
        {
            var left = Operand();
            while (left is { } value)
            {
                var before = at;
                Skip();
                if (Here is not { Kind: CssTokenKind.Sign, Text: "*" or "/" } sign)
                {
                    at = before;
                    break;
                }

                at++;
                Skip();
                left = Operand() is { } right ? Joined(value, right, sign.Text == "/") : null;
            }

            return left;
        }

        private static Value? Joined(Value left, Value right, bool divides)
        {
            // Chromium takes no length that is divided by nothing.
            if ((right.IsLength && (divides || left.IsLength)) || (divides && right.Amount == 0))
                return null;
            return new Value(left.IsLength || right.IsLength, divides ? left.Amount / right.Amount : left.Amount * right.Amount);
        }

        private Value? Operand()
        {
            if (Here is not { } token)
                return null;
            if (token.Kind == CssTokenKind.Function)
                return Function();
            at++;
            return token switch
            {
                { Kind: CssTokenKind.Open, Text: "(" } => Arguments() is [var only] ? only : null,
                { Kind: CssTokenKind.Number } => new Value(false, token.Number),
                { Kind: CssTokenKind.Dimension or CssTokenKind.Percentage } when lengths.Single(token) is { } length =>
                    new Value(true, length.Px),
                { Kind: CssTokenKind.Ident, Text: "pi" } => new Value(false, Math.PI),
                { Kind: CssTokenKind.Ident, Text: "e" } => new Value(false, Math.E),
                _ => null,
            };
        }

        // With white space on both sides, as the standard asks of these two.
        private string? Operator(string one, string other)
        {
            if (at + 2 >= tokens.Count || Here is not { Kind: CssTokenKind.Whitespace } || tokens[at + 2].Kind != CssTokenKind.Whitespace ||
                tokens[at + 1] is not { Kind: CssTokenKind.Sign } sign || (sign.Text != one && sign.Text != other))
                return null;
            at += 3;
            return sign.Text;
        }

        private bool Take(CssTokenKind kind, string text)
        {
            if (Here is not { } token || !token.Is(kind, text))
                return false;
            at++;
            return true;
        }

        private void Skip()
        {
            while (Here is { Kind: CssTokenKind.Whitespace })
                at++;
        }
    }
}
