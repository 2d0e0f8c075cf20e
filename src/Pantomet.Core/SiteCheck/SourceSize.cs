using Pantomet.Core.SiteCheck.Css;

namespace Pantomet.Core.SiteCheck;

/// <summary>How wide a browser takes a picture to be shown before it knows the page: what a <c>sizes</c> attribute says.</summary>
/// <remarks>WHATWG HTML, "parsing a sizes attribute": https://html.spec.whatwg.org/multipage/images.html#parsing-a-sizes-attribute (steps
/// numbered as there).</remarks>
/// <param name="Px">CSS px; null where it depends on something that is not known.</param>
/// <param name="IsAuto">Whether it is the width at which the picture is laid out, because it is loaded late and says <c>auto</c>.</param>
/// <param name="IsSaid">Whether the attribute says it; else it is the width of the viewport because nothing else was said.</param>
/// <param name="Errors">What the standard calls parse errors, a sentence each.</param>
public sealed record SourceSize(double? Px, bool IsAuto, bool IsSaid, IReadOnlyList<string> Errors)
{
    /// <summary>Reads it.</summary>
    /// <param name="attribute">Any text; null where there is none.</param>
    /// <param name="viewport">The window.</param>
    /// <param name="mayBeAuto">Whether <c>auto</c> may decide: the picture is loaded late (<c>loading="lazy"</c>).</param>
    /// <param name="laidOutPx">The width at which it is laid out; null where that is not known.</param>
    public static SourceSize Of(string? attribute, Viewport viewport, bool mayBeAuto = false, double? laidOutPx = null)
    {
        var lengths = new CssLengths(viewport);
        var errors = new List<string>();
        var isUndecided = false;
        var parts = CssTokens.AtCommas(CssTokens.Of(attribute ?? ""));
        var isAutoAllowed = mayBeAuto && BeginsWithAuto(parts[0]);
        foreach (var (index, part) in parts.Index())
        {
            // Steps 3.1 and 3.2: the size stands last.
            var tokens = CssTokens.Trimmed(part);
            if (tokens.Count == 0)
            {
                if (attribute is not null)
                    errors.Add(parts.Count == 1 ? "The sizes attribute is empty." : "There is nothing between two commas of sizes.");
                continue;
            }

            var start = LastComponent(tokens);
            IReadOnlyList<CssToken> size = [.. tokens.Skip(start)];
            var isAuto = size is [{ Kind: CssTokenKind.Ident, Text: "auto" }];
            var read = isAuto ? null : lengths.Read(size);
            if (!isAuto && (read is null || (size.Count == 1 && read.Value.Px < 0)))
            {
                errors.Add("A part of sizes does not end in a length that it may have (px, vw, calc(), and so on; no percentages).");
                continue;
            }

            var condition = CssTokens.Trimmed([.. tokens.Take(start)]);
            if (condition.Count == 0 && index < parts.Count - 1)
                errors.Add("What stands behind a part of sizes without a condition is never looked at.");
            var holds = condition.Count == 0 ? Holds.Yes : MediaCondition.AtTheEnd(MediaCondition.Of(condition, viewport) ?? Holds.No);
            isUndecided |= holds == Holds.Undecided;
            if (holds is Holds.No or Holds.Undecided || (isAuto && !isAutoAllowed))
                continue;
            var px = isAuto ? laidOutPx : read!.Value.Px;
            return new SourceSize(isUndecided || px is null ? null : Math.Max(0, px.Value), isAuto, true, errors);
        }

        return new SourceSize(isUndecided ? null : viewport.WidthPx, false, false, errors);
    }

    private static bool BeginsWithAuto(IReadOnlyList<CssToken> first) =>
        CssTokens.Trimmed(first) is [{ Kind: CssTokenKind.Ident, Text: "auto" }];

    // Where the last component value begins: a block or function is one.
    private static int LastComponent(IReadOnlyList<CssToken> tokens)
    {
        var (start, depth) = (0, 0);
        for (var at = 0; at < tokens.Count; at++)
        {
            if (depth == 0 && tokens[at].Kind != CssTokenKind.Whitespace)
                start = at;
            depth = Math.Max(0, depth + CssTokens.DepthOf(tokens[at]));
        }

        return start;
    }
}
