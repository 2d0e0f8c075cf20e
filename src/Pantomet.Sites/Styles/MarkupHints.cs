using System.Globalization;
using AngleSharp.Dom;
using AngleSharp.Html.Dom;

namespace Pantomet.Sites.Styles;

/// <summary>What attributes say of sizes, as old markup has it: weaker than any style sheet.</summary>
/// <remarks>WHATWG HTML, "presentational hints", §15.3 and §15.4:
/// https://html.spec.whatwg.org/multipage/rendering.html#attributes-for-embedded-content-and-images.</remarks>
internal static class MarkupHints
{
    private static readonly string[] Dimensions = ["width", "height"];
    private static readonly string[] Sides = ["left", "right", "top", "bottom"];

    /// <summary>Those of an element.</summary>
    /// <param name="element">Of a page.</param>
    public static IEnumerable<Declaration> Of(IElement element) => element switch
    {
        IHtmlImageElement or IHtmlInputElement { Type: "image" } => [.. Sizes(element), .. Around(element)],
        IHtmlVideoElement or IHtmlTableElement or IHtmlTableCellElement or IHtmlInlineFrameElement => Sizes(element),
        IHtmlBodyElement => Margins(element.GetAttribute("marginwidth") ?? element.GetAttribute("leftmargin")),
        _ => [],
    };

    private static IEnumerable<Declaration> Sizes(IElement element)
    {
        foreach (var name in Dimensions)
        {
            if (Length(element.GetAttribute(name)) is { } size)
                yield return new Declaration(name, size, null, false);
        }

        // For a picture that is not there yet: its own proportions count as soon as it is.
        var (width, isWidthShare) = MarkupNumbers.Dimension(element.GetAttribute("width"));
        var (height, isHeightShare) = MarkupNumbers.Dimension(element.GetAttribute("height"));
        if (width > 0 && height > 0 && !isWidthShare && !isHeightShare)
            yield return new Declaration(
                "aspect-ratio", string.Create(CultureInfo.InvariantCulture, $"auto {width} / {height}"), null, false);
    }

    private static IEnumerable<Declaration> Around(IElement element)
    {
        foreach (var margin in Margins(element.GetAttribute("hspace")))
            yield return margin;
        if (Length(element.GetAttribute("border")) is { } border)
        {
            foreach (var side in Sides)
            {
                yield return new Declaration($"border-{side}-width", border, null, false);
                yield return new Declaration($"border-{side}-style", "solid", null, false);
            }
        }

        if (element.GetAttribute("align")?.ToLowerInvariant() is "left" or "right")
            yield return new Declaration("float", element.GetAttribute("align")!.ToLowerInvariant(), null, false);
    }

    private static IEnumerable<Declaration> Margins(string? attribute) => Length(attribute) is { } margin
        ? [new Declaration("margin-left", margin, null, false), new Declaration("margin-right", margin, null, false)]
        : [];

    private static string? Length(string? attribute) => MarkupNumbers.Dimension(attribute) is (double number, var isPercentage)
        ? string.Create(CultureInfo.InvariantCulture, $"{number}{(isPercentage ? "%" : "px")}")
        : null;
}
