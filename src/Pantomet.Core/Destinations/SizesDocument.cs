namespace Pantomet.Core.Destinations;

/// <summary>Which sizes are made. Exactly one of the members is there.</summary>
/// <param name="Widths">Fixed widths.</param>
/// <param name="Heights">Fixed heights.</param>
/// <param name="Exact">One size, such as <c>1200x900</c>.</param>
/// <param name="LongestSide">In pixels.</param>
/// <param name="ShortestSide">In pixels.</param>
/// <param name="Box">Fitted within, such as <c>1200x900</c>; smaller pictures stay as they are.</param>
/// <param name="MostPixels">In all; smaller pictures stay as they are.</param>
/// <param name="Multiples">Multiples of one size.</param>
/// <param name="AllPixels">True: every pixel of the crop.</param>
/// <param name="Layout">From the layout of the page.</param>
public sealed record SizesDocument(
    IReadOnlyList<int>? Widths = null,
    IReadOnlyList<int>? Heights = null,
    string? Exact = null,
    int? LongestSide = null,
    int? ShortestSide = null,
    string? Box = null,
    long? MostPixels = null,
    MultiplesDocument? Multiples = null,
    bool? AllPixels = null,
    LayoutDocument? Layout = null)
    : OpenDocument
{
    /// <summary>How many of the members are there.</summary>
    internal int Said =>
        new object?[] { Widths, Heights, Exact, LongestSide, ShortestSide, Box, MostPixels, Multiples, AllPixels, Layout }.Count(
            member => member is not null);
}

/// <summary>Multiples of one size.</summary>
/// <param name="Factors">Such as 0.5, 1, 2, 3; they are the densities that the files are for.</param>
/// <param name="Width">Of factor 1, in px; absent where the shape is a pixel size.</param>
public sealed record MultiplesDocument(IReadOnlyList<double> Factors, int? Width = null) : OpenDocument;

/// <summary>How wide the picture is shown, and which widths are made for it.</summary>
/// <param name="Rows">Rising, the first from 0.</param>
/// <param name="Ladder">Which widths are made.</param>
public sealed record LayoutDocument(IReadOnlyList<LayoutRowDocument> Rows, LadderDocument Ladder) : OpenDocument;

/// <summary>From one viewport width on. Exactly one of width and columns is there.</summary>
/// <param name="From">CSS px.</param>
/// <param name="Width">A CSS length expression of px, vw, + − × ÷, min, max, clamp.</param>
/// <param name="Columns">Columns of a grid.</param>
public sealed record LayoutRowDocument(int From, string? Width = null, ColumnsDocument? Columns = null) : OpenDocument;

/// <summary>Columns of a grid. All lengths in CSS px.</summary>
/// <param name="Count">Columns of the grid.</param>
/// <param name="Span">Columns that the picture takes.</param>
/// <param name="Container">The widest that the grid gets (absent: it grows with the viewport).</param>
/// <param name="Margin">On each side (absent: 0).</param>
/// <param name="Gap">Between columns (absent: 0).</param>
public sealed record ColumnsDocument(
    int Count, int Span, double? Container = null, double? Margin = null, double? Gap = null) : OpenDocument;

/// <summary>Which widths are made. Exactly one of widths, even, best and oneFile is there.</summary>
/// <param name="Widths">By hand.</param>
/// <param name="Even">So many, in even steps.</param>
/// <param name="Best">Those that send the fewest bytes.</param>
/// <param name="OneFile">One file, so many times the widest that the picture is shown.</param>
/// <param name="DensityCap">Pixels beyond this density are not owed (absent: all are).</param>
/// <param name="LeastShare">Share of the pixels that is owed (absent: 1).</param>
/// <param name="Widest">No file is wider (absent: no end).</param>
public sealed record LadderDocument(
    IReadOnlyList<int>? Widths = null,
    int? Even = null,
    BestDocument? Best = null,
    double? OneFile = null,
    double? DensityCap = null,
    double? LeastShare = null,
    int? Widest = null)
    : OpenDocument
{
    /// <summary>How many of the four are there.</summary>
    internal int Said => new object?[] { Widths, Even, Best, OneFile }.Count(member => member is not null);
}

/// <summary>Exactly one of the members is there.</summary>
/// <param name="Files">At most so many files.</param>
/// <param name="Waste">As many as keep the waste within this share.</param>
public sealed record BestDocument(int? Files = null, double? Waste = null) : OpenDocument;
