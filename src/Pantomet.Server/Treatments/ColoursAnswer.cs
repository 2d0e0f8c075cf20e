using Pantomet.Core.Kernels.Colour;

namespace Pantomet.Server.Treatments;

/// <summary>Colours that a page can have around a picture.</summary>
/// <param name="Main">What it is mostly made of, the most first.</param>
/// <param name="Edges">What goes on from its edges.</param>
/// <param name="Spread">How far the edges are from their own colours: whether one stands for all of it.</param>
/// <param name="FromPage">How far the edges are from the page's colour; null where none was given.</param>
/// <param name="Apparent">A difference from which on it is seen at once.</param>
/// <param name="Css">As custom properties of CSS, a line for each.</param>
internal sealed record ColoursAnswer(
    IReadOnlyList<MainShare> Main, EdgeHexes Edges, EdgeDifferences Spread, EdgeDifferences? FromPage, double Apparent,
    IReadOnlyList<string> Css)
{
    /// <summary>Says them.</summary>
    /// <param name="colours">As they were found.</param>
    public static ColoursAnswer Of(PageColours colours) => new(
        colours.Main, colours.Edges, colours.Spread, colours.FromPage, PageColours.Apparent, [.. colours.ToCss()]);
}
