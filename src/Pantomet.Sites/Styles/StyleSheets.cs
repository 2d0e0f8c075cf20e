using AngleSharp.Css;
using AngleSharp.Css.Dom;

namespace Pantomet.Sites.Styles;

/// <summary>The rules of a page, from its style sheets and those that they import.</summary>
internal sealed class StyleSheets
{
    private const int MostRules = 100_000;
    private const int DeepestImport = 8;
    private const int LongestSelector = 20_000;

    // Short of a style attribute.
    private static readonly Priority Strongest = new(0, 255, 255, 255);

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
        if (depth <= DeepestImport && textOf(address) is { } text)
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
                throw ReadBudget.Exceeded();
            switch (rule)
            {
                case ICssImportRule import when PageReader.Resolved(place.Address, import.Href) is { } address:
                    Import(address, Imported(import, place), depth + 1);
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
        // A selector that is none, or newer than the library.
        if (rule.Selector is not { } selector)
            return;
        var declarations = Declarations.Of(rule.Style);
        foreach (var one in Each(selector))
        {
            if (parent is null)
                Add(one, one.Specificity, place, declarations);
            else if (one.Text.Contains('&', StringComparison.Ordinal))
                AddNested(one, parent, place, declarations);
            else
                // What joins it to the rule around it is lost in reading: it may be for any that it matches, and win over any.
                Add(one, Strongest, place with { IsConditional = true }, declarations);
        }

        Add(rule.Rules, place, parent is null ? selector.Text : Whole(selector, parent), depth);
    }

    // CSS Nesting 1: & stands for what the rule around it matches.
    private void AddNested(ISelector selector, string parent, Place place, IReadOnlyList<Declaration> declarations)
    {
        if (CssReading.Selector(Whole(selector, parent)) is { } whole)
            Add(whole, whole.Specificity, place, declarations);
    }

    private static string Whole(ISelector selector, string parent)
    {
        var whole = selector.Text.Replace("&", $":is({parent})", StringComparison.Ordinal);
        return whole.Length <= LongestSelector ? whole : throw ReadBudget.Exceeded();
    }

    private static IEnumerable<ISelector> Each(ISelector selector) =>
        selector is IMultiSelector and IEnumerable<ISelector> list ? list : [selector];

    private void Add(ISelector selector, Priority specificity, Place place, IReadOnlyList<Declaration> declarations)
    {
        var precedence = new Precedence(place.Origin, place.Layer, specificity, Rules.Count);
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

    // Layers and features that an import asks for are lost in reading, and come out as screens that there are none of.
    private static Place Imported(ICssImportRule import, Place place) => import.Media.MediaText switch
    {
        "" => place,
        var terms when terms == "not all" || terms.StartsWith("layer", StringComparison.Ordinal) => place with { IsConditional = true },
        var media => place.Within(media),
    };

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
