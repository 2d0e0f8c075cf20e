using AngleSharp.Css;
using AngleSharp.Css.Dom;
using Pantomet.Core.SiteCheck;
using Pantomet.Core.SiteCheck.Css;

namespace Pantomet.Sites.Styles;

/// <summary>What a rule says of one property.</summary>
/// <param name="Name">In lower case, never a shorthand.</param>
/// <param name="Text">Its value.</param>
/// <param name="Shorthand">The shorthand that <paramref name="Text"/> is the value of, because it names variables; null for the value
/// itself.</param>
/// <param name="IsImportant">Whether it is marked so.</param>
internal sealed record Declaration(string Name, string Text, string? Shorthand, bool IsImportant);

/// <summary>Where a rule comes in the cascade (CSS Cascade 5, §6.1), importance left out.</summary>
/// <param name="Origin">0 for the browser's own, 1 for what attributes hint at, 2 for the page's.</param>
/// <param name="Layer">In the order in which layers are named; what is in none comes last.</param>
/// <param name="Specificity">Of its selector.</param>
/// <param name="Order">In the document.</param>
internal readonly record struct Precedence(int Origin, int Layer, Priority Specificity, int Order)
{
    /// <summary>The layer of what is in none.</summary>
    public const int NoLayer = int.MaxValue;

    /// <summary>Whether this wins over another.</summary>
    /// <param name="other">Of as much importance.</param>
    /// <param name="isImportant">Of both: layers count the other way round then, and so do origins.</param>
    public bool WinsOver(Precedence other, bool isImportant)
    {
        if (Origin != other.Origin)
            return Origin > other.Origin != isImportant;
        if (Layer != other.Layer)
            return Layer > other.Layer != isImportant;
        return Specificity == other.Specificity ? Order >= other.Order : Specificity > other.Specificity;
    }
}

/// <summary>A rule of a style sheet, for elements that match one selector.</summary>
/// <param name="Selector">Without commas.</param>
/// <param name="Precedence">In the cascade.</param>
/// <param name="Media">Conditions that all have to hold, as they are written.</param>
/// <param name="IsConditional">Whether it depends besides on what is not looked at: a container, a feature.</param>
/// <param name="Declarations">In their order.</param>
internal sealed record StyleRule(
    ISelector Selector, Precedence Precedence, IReadOnlyList<string> Media, bool IsConditional, IReadOnlyList<Declaration> Declarations)
{
    /// <summary>Whether it counts in a window.</summary>
    /// <param name="viewport">The window.</param>
    public Holds In(Viewport viewport)
    {
        var holds = Media.Aggregate(
            IsConditional ? Holds.Undecided : Holds.Yes,
            (so, query) => MediaCondition.And(so, MediaCondition.OfQueries(query, viewport)));
        return MediaCondition.AtTheEnd(holds);
    }
}
