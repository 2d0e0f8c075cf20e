namespace Pantomet.Core.SiteCheck.Css;

/// <summary>Conditions on the screen: those of a <c>sizes</c> attribute, and the queries of a <c>media</c> attribute or a style
/// sheet.</summary>
/// <remarks>Media Queries 4, §3 (https://www.w3.org/TR/mediaqueries-4/#media).</remarks>
public static class MediaCondition
{
    private const int DeepestNesting = 32;

    /// <summary>Whether a condition holds.</summary>
    /// <param name="tokens">Without a media type.</param>
    /// <param name="viewport">The window.</param>
    /// <returns>Null where it is not one: it then counts as if it were not there.</returns>
    public static Holds? Of(IReadOnlyList<CssToken> tokens, Viewport viewport) => new Parser(tokens, viewport).Whole(mayHaveOr: true);

    /// <summary>Whether one of a list of queries holds.</summary>
    /// <param name="text">As in a <c>media</c> attribute; empty holds for every screen.</param>
    /// <param name="viewport">The window.</param>
    public static Holds OfQueries(string text, Viewport viewport)
    {
        var tokens = CssTokens.Trimmed(CssTokens.Of(text));
        return tokens.Count == 0
            ? Holds.Yes
            : CssTokens.AtCommas(tokens).Select(part => OfQuery(CssTokens.Trimmed(part), viewport)).Aggregate(Or);
    }

    /// <summary>Whether both of two conditions hold.</summary>
    /// <param name="one">A condition.</param>
    /// <param name="other">Another.</param>
    public static Holds And(Holds one, Holds other) => (one, other) switch
    {
        (Holds.No, _) or (_, Holds.No) => Holds.No,
        (Holds.Undecided, _) or (_, Holds.Undecided) => Holds.Undecided,
        (Holds.Nothing, _) or (_, Holds.Nothing) => Holds.Nothing,
        _ => Holds.Yes,
    };

    private static Holds Or(Holds one, Holds other) => Not(And(Not(one), Not(other)));

    private static Holds Not(Holds one) => one switch
    {
        Holds.No => Holds.Yes,
        Holds.Yes => Holds.No,
        _ => one,
    };

    // A query that is none holds for no screen.
    private static Holds OfQuery(IReadOnlyList<CssToken> tokens, Viewport viewport)
    {
        if (Of(tokens, viewport) is { } condition)
            return AtTheEnd(condition);
        var words = tokens.Where(token => token.Kind != CssTokenKind.Whitespace).ToList();
        var first = words is [{ Kind: CssTokenKind.Ident, Text: "not" or "only" }, ..] ? 1 : 0;
        if (words.Count <= first || words[first] is not { Kind: CssTokenKind.Ident } type ||
            type.Text is "and" or "or" or "not" or "only" or "layer")
            return Holds.No;
        var rest = words.Skip(first + 1).ToList();
        Holds? behind = Holds.Yes;
        if (rest.Count > 0)
            behind = rest[0].Is(CssTokenKind.Ident, "and") ? new Parser(BehindAnd(tokens), viewport).Whole(mayHaveOr: false) : null;
        if (behind is not { } also)
            return Holds.No;
        var holds = And(type.Text is "all" or "screen" ? Holds.Yes : Holds.No, AtTheEnd(also));
        return first == 1 && words[0].Text == "not" ? Not(holds) : holds;
    }

    // What stands behind the first "and": no block comes before it.
    private static List<CssToken> BehindAnd(IReadOnlyList<CssToken> tokens) =>
        [.. tokens.SkipWhile(token => !token.Is(CssTokenKind.Ident, "and")).Skip(1)];

    /// <summary>What comes of it: what browsers take as neither does not hold in the end.</summary>
    /// <param name="holds">Of a condition.</param>
    public static Holds AtTheEnd(Holds holds) => holds == Holds.Nothing ? Holds.No : holds;

    private sealed class Parser(IReadOnlyList<CssToken> tokens, Viewport viewport, int depth = 0)
    {
        private int at;

        private CssToken? Here => at < tokens.Count ? tokens[at] : null;

        public Holds? Whole(bool mayHaveOr)
        {
            if (depth > DeepestNesting)
                return null;
            var holds = Condition(mayHaveOr);
            Skip();
            return at == tokens.Count ? holds : null;
        }

        private Holds? Condition(bool mayHaveOr)
        {
            Skip();
            if (TakeWord("not"))
                return InParentheses() is { } opposite ? Not(opposite) : null;
            var holds = InParentheses();
            var word = "";
            while (holds is { } left)
            {
                Skip();
                if (Here is not { Kind: CssTokenKind.Ident, Text: "and" or "or" } next)
                    break;
                // One of the two, throughout.
                if ((word.Length > 0 && word != next.Text) || (next.Text == "or" && !mayHaveOr))
                    return null;
                word = next.Text;
                at++;
                holds = InParentheses() is { } right ? word == "and" ? And(left, right) : Or(left, right) : null;
            }

            return holds;
        }

        private Holds? InParentheses()
        {
            Skip();
            if (Here is not { } token || !(token.Is(CssTokenKind.Open, "(") || token.Kind == CssTokenKind.Function))
                return null;
            var start = ++at;
            for (var open = 1; at < tokens.Count; at++)
            {
                open += CssTokens.DepthOf(tokens[at]);
                if (tokens[at].Kind == CssTokenKind.Bad)
                    return null;
                if (open == 0)
                    break;
            }

            var inside = tokens.Skip(start).Take(at - start).ToList();
            // What the end of the attribute ends is as good as ended.
            at = Math.Min(at + 1, tokens.Count);
            return token.Kind == CssTokenKind.Function
                ? Holds.Nothing
                : new Parser(inside, viewport, depth + 1).Whole(mayHaveOr: true) ?? new MediaFeature(viewport).Of(inside);
        }

        // A word, and not the name of a function.
        private bool TakeWord(string word)
        {
            if (Here is not { } token || !token.Is(CssTokenKind.Ident, word))
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
