using System.Globalization;
using System.Text;

namespace Pantomet.Core.Proof.Markup;

/// <summary>How wide a page shows a picture, in CSS.</summary>
public static class ShownWidth
{
    /// <summary>A rule for each range of viewports in which the width is said by one length.</summary>
    /// <param name="picture">With its files.</param>
    /// <param name="selector">Of the element that the picture fills.</param>
    /// <returns>Lines, each ended by a line feed.</returns>
    public static string Css(PagePicture picture, string selector)
    {
        var css = new StringBuilder();
        foreach (var (fromPx, width) in Rows(picture))
        {
            var rule = $"{selector} {{ width: {width}; }}";
            css.Append(
                CultureInfo.InvariantCulture, $"{(fromPx == 0 ? rule : $"@media (min-width: {fromPx}px) {{ {rule} }}")}\n");
        }

        return css.ToString();
    }

    /// <summary>How wide a page shows a picture.</summary>
    /// <param name="picture">With its files.</param>
    /// <param name="viewportPx">Width of the viewport in CSS px.</param>
    /// <returns>In CSS px.</returns>
    public static double At(PagePicture picture, double viewportPx)
    {
        var list = picture.Lists.First(list => list == picture.Image || viewportPx >= list.FromPx);
        return list.Layout?.WidthAt(viewportPx) ?? Math.Min(viewportPx, NaturalWidth(list));
    }

    private static IEnumerable<(int FromPx, string Width)> Rows(PagePicture picture)
    {
        // One list of each screen range, the narrowest first.
        var ranges = picture.Lists.DistinctBy(list => list.FromPx).Reverse().ToList();
        foreach (var (at, list) in ranges.Index())
        {
            var end = at + 1 < ranges.Count ? ranges[at + 1].FromPx : int.MaxValue;
            if (list.Layout is not { } layout)
            {
                yield return (list.FromPx, string.Create(CultureInfo.InvariantCulture, $"min(100vw, {NaturalWidth(list):0.##}px)"));
                continue;
            }

            foreach (var (row, length) in layout.Rows.Index())
            {
                var from = Math.Max(list.FromPx, length.FromPx);
                if (from < end && (row + 1 == layout.Rows.Count || layout.Rows[row + 1].FromPx > list.FromPx))
                    yield return (from, length.Width.ToCss());
            }
        }
    }

    // Without a layout, as wide as the file is where each of its pixels is one of a screen of its density.
    private static double NaturalWidth(CandidateList list) =>
        list.Files[0].Size.File.Width / (list.Files[0].Size.Density?.Value ?? 1);
}
