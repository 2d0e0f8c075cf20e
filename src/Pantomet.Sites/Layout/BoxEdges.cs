using Pantomet.Sites.Styles;

namespace Pantomet.Sites.Layout;

/// <summary>What stands left and right of the content of a box, in CSS px.</summary>
/// <param name="Inside">Borders and padding.</param>
/// <param name="Margins">Both; one that says <c>auto</c> is none.</param>
/// <param name="HasAutoMargin">Whether one says <c>auto</c>.</param>
internal readonly record struct BoxEdges(double Inside, double Margins, bool HasAutoMargin)
{
    /// <summary>All of it.</summary>
    public double Around => Inside + Margins;

    /// <summary>Reads them.</summary>
    /// <param name="style">Of the box.</param>
    /// <param name="containingPx">Width of what it is in, CSS px; null where it is not known.</param>
    /// <returns>Null where they are not known.</returns>
    public static BoxEdges? Of(ElementStyle style, double? containingPx)
    {
        var (left, right) = (style.Length("margin-left", containingPx), style.Length("margin-right", containingPx));
        return left.Or(0) + right.Or(0) is { } margins && Inner(style, containingPx, "left", "right") is { } inside
            ? new BoxEdges(inside, margins, left.Kind == ExtentKind.Auto && IsAuto(style, "left") ||
                right.Kind == ExtentKind.Auto && IsAuto(style, "right"))
            : null;
    }

    /// <summary>Borders and padding of two sides.</summary>
    /// <param name="style">Of the box.</param>
    /// <param name="containingPx">Width of what it is in, CSS px: percentages are shares of it on every side.</param>
    /// <param name="one">A side.</param>
    /// <param name="other">The side across.</param>
    /// <returns>CSS px; null where they are not known.</returns>
    public static double? Inner(ElementStyle style, double? containingPx, string one, string other) =>
        style.Length($"padding-{one}", containingPx).Or(0) + style.Length($"padding-{other}", containingPx).Or(0) +
        Border(style, one) + Border(style, other);

    private static double? Border(ElementStyle style, string side) => style.Word($"border-{side}-style", "none") switch
    {
        null => null,
        "none" or "hidden" or "initial" => 0,
        _ => style.Of($"border-{side}-width") switch
        {
            { IsKnown: false } => null,
            { Text: null or "medium" or "initial" } => 3,
            { Text: "thin" } => 1,
            { Text: "thick" } => 5,
            // A border is whole pixels (CSS Backgrounds and Borders 4, §3.3).
            _ => style.Length($"border-{side}-width", null).Or(0) is { } px ? px is > 0 and < 1 ? 1 : Math.Floor(px) : null,
        },
    };

    private static bool IsAuto(ElementStyle style, string side) => style.Of($"margin-{side}").Text == "auto";
}
