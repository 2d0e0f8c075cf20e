using System.Globalization;

namespace Pantomet.Core.Sizing;

/// <summary>From one viewport width on, how wide the picture is shown.</summary>
/// <param name="FromPx">Viewport width in CSS px from which the row holds, up to the next row.</param>
/// <param name="Width">How wide the picture is shown.</param>
public sealed record LayoutRow(int FromPx, CssLength Width);

/// <summary>How wide a picture is shown on a page, for every viewport width.</summary>
/// <param name="Rows">Rising; the first holds from 0.</param>
public sealed record PageLayout(IReadOnlyList<LayoutRow> Rows)
{
    /// <summary>The narrowest viewport that is looked after, in CSS px. From memory: small phones.</summary>
    public const int NarrowestViewport = 320;

    /// <summary>The widest viewport that is looked after, in CSS px. From memory: a 4K screen at density 1.</summary>
    public const int WidestViewport = 3840;

    /// <summary>How wide the picture is shown, in CSS px.</summary>
    /// <param name="viewportPx">Width of the viewport in CSS px.</param>
    public double WidthAt(double viewportPx) => RowAt(viewportPx).Width.At(viewportPx);

    /// <summary>What goes into the <c>sizes</c> attribute of <c>img</c> or <c>source</c>.</summary>
    /// <remarks>WHATWG HTML, "sizes attributes": the first condition that holds decides, so the widest comes first.</remarks>
    /// <param name="times">What every width is multiplied by.</param>
    public string SizesAttribute(double times = 1) => string.Join(", ", Rows.Reverse().Select(row => row.FromPx == 0
        ? Css(row, times)
        : string.Create(CultureInfo.InvariantCulture, $"(min-width: {row.FromPx}px) {Css(row, times)}")));

    /// <summary>The last viewport width at which a row holds, within what is looked after.</summary>
    /// <param name="index">Of the row.</param>
    public int LastPx(int index) => index + 1 < Rows.Count ? Rows[index + 1].FromPx - 1 : Math.Max(WidestViewport, Rows[index].FromPx);

    /// <summary>Shown width over viewport width, as a polyline that keeps every jump and bends within 8 px of where they are.</summary>
    /// <param name="fromPx">The first viewport width.</param>
    /// <param name="toPx">The last viewport width.</param>
    /// <returns>Viewport width and shown width in CSS px, by rising viewport width.</returns>
    public IReadOnlyList<(double ViewportPx, double WidthPx)> Plot(int fromPx, int toPx)
    {
        const int step = 8;
        var viewports = Enumerable.Range(0, ((toPx - fromPx) / step) + 1).Select(index => fromPx + (index * step))
            .Concat(Rows.SelectMany(row => new[] { row.FromPx - 1, row.FromPx }))
            .Append(toPx).Where(px => px >= fromPx && px <= toPx).Distinct().Order().ToList();
        var points = viewports.ConvertAll(px => ((double)px, WidthAt(px)));
        // Points on a straight line between their neighbours say nothing.
        return [.. points.Where(
            (point, index) => index == 0 || index == points.Count - 1 || !IsStraight(points[index - 1], point, points[index + 1]))];
    }

    // Exactly 1 is what everybody but a proof asks for.
    private static string Css(LayoutRow row, double times) => times is >= 1 and <= 1
        ? row.Width.ToCss()
        : string.Create(CultureInfo.InvariantCulture, $"calc({row.Width.ToCss()} * {times:0.######})");

    private LayoutRow RowAt(double viewportPx)
    {
        for (var index = Rows.Count - 1; index > 0; index--)
        {
            if (viewportPx >= Rows[index].FromPx)
                return Rows[index];
        }

        return Rows[0];
    }

    private static bool IsStraight((double X, double Y) before, (double X, double Y) point, (double X, double Y) after) =>
        Math.Abs(((point.Y - before.Y) * (after.X - point.X)) - ((after.Y - point.Y) * (point.X - before.X))) < 1e-6;
}
