using AngleSharp.Css;
using AngleSharp.Dom;
using Pantomet.Core.SiteCheck;
using Pantomet.Core.SiteCheck.Css;

namespace Pantomet.Sites.Styles;

/// <summary>What is said of a property of an element.</summary>
/// <param name="Text">Its value; null where nothing is said.</param>
/// <param name="IsKnown">Whether it follows from the page and the window.</param>
internal readonly record struct Said(string? Text, bool IsKnown = true);

/// <summary>Finds what counts of all that the style sheets of a page say, in one window.</summary>
/// <remarks>CSS Cascade 5, §6 (https://www.w3.org/TR/css-cascade-5/#cascading).</remarks>
internal sealed class Cascade
{
    private static readonly Precedence OfAttribute = new(2, Precedence.NoLayer, new Priority(1, 0, 0, 0), int.MaxValue);

    private readonly List<(StyleRule Rule, bool IsKnown)> rules = [];
    private readonly List<StyleRule> generated;
    private readonly Dictionary<IElement, ElementStyle> styles = [];
    private readonly ReadBudget budget;

    /// <param name="sheets">Of the page.</param>
    /// <param name="viewport">The window.</param>
    /// <param name="budget">How much work it may be.</param>
    public Cascade(StyleSheets sheets, Viewport viewport, ReadBudget budget)
    {
        (Viewport, this.budget) = (viewport, budget);
        foreach (var rule in sheets.Rules)
        {
            if (rule.In(viewport) is var holds and (Holds.Yes or Holds.Undecided))
                rules.Add((rule, holds == Holds.Yes));
        }

        generated = sheets.Generated.FindAll(rule => rule.In(viewport) != Holds.No && rule.Declarations.Any(one => one.Name == "content"));
    }

    /// <summary>The window.</summary>
    public Viewport Viewport { get; }

    /// <summary>The style of an element.</summary>
    /// <param name="element">Of the page.</param>
    public ElementStyle Of(IElement element)
    {
        if (!styles.TryGetValue(element, out var style))
            styles[element] = style = new ElementStyle(this, element, element.ParentElement is { } parent ? Of(parent) : null);
        return style;
    }

    /// <summary>Whether something stands before or behind the content of an element that only its style says.</summary>
    /// <param name="element">Of the page.</param>
    public bool HasGenerated(IElement element)
    {
        budget.Spend(generated.Count);
        return generated.Exists(rule => rule.Selector.Match(element, null));
    }

    /// <summary>What counts of each property.</summary>
    /// <param name="element">Of the page.</param>
    public Dictionary<string, Winner> Winners(IElement element)
    {
        budget.Spend(rules.Count);
        var winners = new Dictionary<string, Winner>();
        foreach (var hint in MarkupHints.Of(element))
            Take(winners, hint, new Precedence(1, Precedence.NoLayer, default, 0), true);
        foreach (var (rule, isKnown) in rules)
        {
            if (!rule.Selector.Match(element, null))
                continue;
            foreach (var declaration in rule.Declarations)
                Take(winners, declaration, rule.Precedence, isKnown);
        }

        if (element.GetAttribute("style") is { Length: > 0 } own)
        {
            foreach (var declaration in OwnDeclarations(own))
                Take(winners, declaration, OfAttribute, true);
        }

        return winners;
    }

    private static IReadOnlyList<Declaration> OwnDeclarations(string text) =>
        CssReading.AsWritten.ParseDeclaration(text) is { } style ? Declarations.Of(style) : [];

    // What may or may not count leaves the property open, until something stronger says it.
    private static void Take(Dictionary<string, Winner> winners, Declaration declaration, Precedence precedence, bool isKnown)
    {
        if (winners.TryGetValue(declaration.Name, out var before))
        {
            var wins = declaration.IsImportant == before.Declaration.IsImportant
                ? precedence.WinsOver(before.Precedence, declaration.IsImportant)
                : declaration.IsImportant;
            if (!wins)
                return;
        }

        winners[declaration.Name] = new Winner(declaration, precedence, isKnown);
    }
}

/// <summary>What counts of a property.</summary>
/// <param name="Declaration">That says it.</param>
/// <param name="Precedence">Of the rule.</param>
/// <param name="IsKnown">Whether the rule counts for certain.</param>
internal sealed record Winner(Declaration Declaration, Precedence Precedence, bool IsKnown);
