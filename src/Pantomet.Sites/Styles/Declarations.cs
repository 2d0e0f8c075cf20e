using AngleSharp.Css;
using AngleSharp.Css.Dom;

namespace Pantomet.Sites.Styles;

/// <summary>Parts what a style sheet says into longhands.</summary>
internal static class Declarations
{
    // What nothing can be made of: whoever asks finds no length and no known word in it.
    private const string Unreadable = "unreadable";

    private static readonly DefaultDeclarationFactory Known = new();

    // For text from left to right and from top to bottom; a page that is written otherwise has both margins all the same.
    private static readonly Dictionary<string, string> Physical = new()
    {
        ["inline-size"] = "width",
        ["block-size"] = "height",
        ["min-inline-size"] = "min-width",
        ["min-block-size"] = "min-height",
        ["max-inline-size"] = "max-width",
        ["max-block-size"] = "max-height",
        ["inset-inline-start"] = "left",
        ["inset-inline-end"] = "right",
        ["inset-block-start"] = "top",
        ["inset-block-end"] = "bottom",
        ["grid-column-gap"] = "column-gap",
        ["grid-row-gap"] = "row-gap",
        ["word-wrap"] = "overflow-wrap",
    };

    static Declarations()
    {
        var sides = new Dictionary<string, string>
        {
            ["inline-start"] = "left",
            ["inline-end"] = "right",
            ["block-start"] = "top",
            ["block-end"] = "bottom",
        };
        foreach (var (logical, side) in sides)
        {
            Physical[$"margin-{logical}"] = $"margin-{side}";
            Physical[$"padding-{logical}"] = $"padding-{side}";
            Physical[$"border-{logical}-width"] = $"border-{side}-width";
            Physical[$"border-{logical}-style"] = $"border-{side}-style";
        }
    }

    /// <summary>Those of a rule or a <c>style</c> attribute.</summary>
    /// <param name="style">As it is written, shorthands and all.</param>
    public static IReadOnlyList<Declaration> Of(ICssStyleDeclaration style) =>
        [.. style.SelectMany(property => Longhands(property.Name, property.Value, property.IsImportant))];

    /// <summary>Those that a shorthand stands for; a longhand stands for itself.</summary>
    /// <param name="name">In lower case.</param>
    /// <param name="text">Its value, as it is written.</param>
    /// <param name="isImportant">Whether it is marked so.</param>
    public static IEnumerable<Declaration> Longhands(string name, string text, bool isImportant)
    {
        if (name.StartsWith("--", StringComparison.Ordinal))
            return [new Declaration(name, text, null, isImportant)];
        IReadOnlyList<string> names = [.. NamesOf(name)];
        if (names is [var only])
            return [new Declaration(only, text, null, isImportant)];
        if (text.Contains("var(", StringComparison.OrdinalIgnoreCase))
            return names.Select(one => new Declaration(one, text, name, isImportant));
        var values = new Dictionary<string, string>();
        foreach (var property in CssReading.Knowing.ParseDeclaration($"{name}:{text}") ?? Enumerable.Empty<ICssProperty>())
            values[Physical.GetValueOrDefault(property.Name, property.Name)] = property.Value.Length > 0 ? property.Value : "initial";
        return names.Select(one => new Declaration(one, values.GetValueOrDefault(one, Unreadable), null, isImportant));
    }

    // Some stand for shorthands again.
    private static IEnumerable<string> NamesOf(string name) => Known.Create(name)?.Longhands is { Length: > 0 } longhands
        ? longhands.SelectMany(NamesOf).Distinct()
        : [Physical.GetValueOrDefault(name, name)];
}
