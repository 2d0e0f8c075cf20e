namespace Pantomet.Core.Sizing;

/// <summary>A picture that spans columns of a page's grid.</summary>
/// <param name="ContainerPx">The widest that the grid gets, without the side margins; null when it grows with the viewport.</param>
/// <param name="MarginPx">Free on each side of the grid.</param>
/// <param name="Count">Columns of the grid; at least 1.</param>
/// <param name="GapPx">Between two columns.</param>
/// <param name="Span">Columns that the picture takes; from 1 to <paramref name="Count"/>.</param>
public sealed record Columns(double? ContainerPx, double MarginPx, int Count, double GapPx, int Span)
{
    /// <summary>How wide the picture is shown: (container − gaps) × span ÷ columns + the gaps between the spanned columns.</summary>
    public CssLength Width()
    {
        CssLength inside = MarginPx == 0
            ? new CssLength.Vw(100)
            : new CssLength.Sum(new CssLength.Vw(100), new CssLength.Px(2 * MarginPx), Subtracts: true);
        var container = ContainerPx is { } most ? new CssLength.Min([new CssLength.Px(most), inside]) : inside;
        if (Span == Count)
            return container;
        var gaps = (Count - 1) * GapPx;
        var columns = gaps == 0 ? container : new CssLength.Sum(container, new CssLength.Px(gaps), Subtracts: true);
        CssLength share = Span == 1 ? columns : new CssLength.Multiple(columns, Span, Divides: false);
        CssLength spanned = new CssLength.Multiple(share, Count, Divides: true);
        return Span == 1 || GapPx == 0 ? spanned : new CssLength.Sum(spanned, new CssLength.Px((Span - 1) * GapPx), Subtracts: false);
    }
}
