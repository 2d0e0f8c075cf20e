using AngleSharp.Css.Dom;

namespace Pantomet.Sites.Styles;

/// <summary>The rules of a page, from its style sheets and those that they import.</summary>
internal sealed class StyleSheets
{
    private const int MostRules = 100_000;
    private const int DeepestImport = 8;

    private readonly Dictionary<string, int> layers = [];
    private readonly Func<Uri, string?> textOf;

    /// <summary>Reads them.</summary>
    /// <param name="styles">Of the page, in its order.</param>
    /// <param name="page">What addresses in the page itself are relative to.</param>
    /// <param name="textOf">The text behind an address; null where there is none.</param>
    public StyleSheets(IEnumerable<PageStyle> styles, Uri page, Func<Uri, string?> textOf)
    {
        this.textOf = textOf;
        Add(DefaultStyle.Text, new Place(page, [], false, 0, Precedence.NoLayer, ""), 0);
        foreach (var style in styles)
        {
            IReadOnlyList<string> media = style.Media.Length > 0 ? [style.Media] : [];
            if (style.Address is null)
                Add(style.Text, new Place(page, media, false, 2, Precedence.NoLayer, ""), 0);
            else
                Import(style.Address, new Place(style.Address, media, false, 2, Precedence.NoLayer, ""), 0);
        }
    }

    /// <summary>In the order of the page.</summary>
    public List<StyleRule> Rules { get; } = [];

    /// <summary>What is said of what stands before or behind the content of elements.</summary>
    public List<StyleRule> Generated { get; } = [];

    /// <summary>Style sheets that are not there: nothing can be said of the page then.</summary>
    public List<Uri> Missing { get; } = [];

    // Where a rule stands.
    private sealed record Place(Uri Address, IReadOnlyList<string> Media, bool IsConditional, int Origin, int Layer, string LayerName)
    {
        public Place Within(string media) => this with { Media = [.. Media, media] };
    }

    private void Import(Uri address, Place place, int depth)
    {
        if (depth > DeepestImport)
            return;
        if (textOf(address) is { } text)
            Add(text, place with { Address = address }, depth);
        else
            Missing.Add(address);
    }

    private void Add(string text, Place place, int depth) => Add(CssReading.AsWritten.ParseStyleSheet(text).Rules, place, null, depth);

    private void Add(ICssRuleList rules, Place place, string? parent, int depth)
    {
        foreach (var rule in rules)
        {
            if (Rules.Count > MostRules)
                return;
            switch (rule)
            {
                case ICssImportRule import when PageReader.Resolved(place.Address, import.Href) is { } address:
                    Import(address, import.Media.MediaText is { Length: > 0 } media ? place.Within(media) : place, depth + 1);
                    break;
                case ICssMediaRule inMedia:
                    Add(inMedia.Rules, place.Within(inMedia.Media.MediaText), parent, depth);
                    break;
                case ICssStyleRule style:
                    Add(style, place, parent, depth);
                    break;
                case ICssGroupingRule group when rule.Type == CssRuleType.Layer:
                    // A line that only names layers sets their order.
                    foreach (var name in NamesOf(rule))
                        Add(group.Rules, InLayer(place, name), parent, depth);
                    break;
                // What every browser of today does is taken to hold; what a condition asks besides is not known.
                case ICssSupportsRule supports:
                    var isPlain = !supports.ConditionText.Contains("not", StringComparison.OrdinalIgnoreCase) &&
                        !supports.ConditionText.Contains("selector", StringComparison.OrdinalIgnoreCase);
                    Add(supports.Rules, isPlain ? place : place with { IsConditional = true }, parent, depth);
                    break;
                case ICssGroupingRule group:
                    Add(group.Rules, place with { IsConditional = true }, parent, depth);
                    break;
            }
        }
    }

    private void Add(ICssStyleRule rule, Place place, string? parent, int depth)
    {
        var selectors = Nested(rule.SelectorText, parent);
        var declarations = Declarations.Of(rule.Style);
        if (declarations.Count > 0 && CssReading.Selector(selectors) is { } selector)
        {
            foreach (var one in selector is IEnumerable<ISelector> list && selector.GetType().Name == "ListSelector" ? list : [selector])
                Add(one, place, declarations);
        }

        if (rule is ICssGroupingRule { Rules.Length: > 0 } nested)
            Add(nested.Rules, place, selectors, depth);
        else if (RulesOf(rule) is { Length: > 0 } inside)
            Add(inside, place, selectors, depth);
    }

    private void Add(ISelector selector, Place place, IReadOnlyList<Declaration> declarations)
    {
        var precedence = new Precedence(place.Origin, place.Layer, selector.Specificity, Rules.Count);
        var generated = selector.Text.IndexOf(":before", StringComparison.Ordinal) is >= 0 and var before ? before
            : selector.Text.IndexOf(":after", StringComparison.Ordinal);
        if (generated < 0)
        {
            Rules.Add(new StyleRule(selector, precedence, place.Media, place.IsConditional, declarations));
            return;
        }

        var of = selector.Text[..generated].TrimEnd(':');
        if (CssReading.Selector(of.Length == 0 ? "*" : of) is { } element)
            Generated.Add(new StyleRule(element, precedence, place.Media, place.IsConditional, declarations));
    }

    // CSS Nesting 1: & stands for what the rule around it matches; without it that is what it is within.
    private static string Nested(string selectors, string? parent) => parent is null ? selectors
        : selectors.Contains('&', StringComparison.Ordinal) ? selectors.Replace("&", $":is({parent})", StringComparison.Ordinal)
        : string.Join(", ", selectors.Split(',').Select(one => $":is({parent}) {one.Trim()}"));

    private static ICssRuleList? RulesOf(ICssStyleRule rule) => rule.GetType().GetProperty("Rules")?.GetValue(rule) as ICssRuleList;

    private Place InLayer(Place place, string name)
    {
        var full = place.LayerName.Length == 0 ? name : $"{place.LayerName}.{name}";
        if (!layers.TryGetValue(full, out var layer) || name.Length == 0)
            layers[full] = layer = layers.Count;
        return place with { Layer = layer, LayerName = full };
    }

    private static string[] NamesOf(ICssRule layer) =>
        layer.CssText[6..].Split('{')[0].TrimEnd(';').Split(',', StringSplitOptions.TrimEntries);
}
