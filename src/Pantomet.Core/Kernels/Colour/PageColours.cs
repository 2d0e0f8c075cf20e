using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Kernels.Colour;

/// <summary>One of a picture's main colours.</summary>
/// <param name="Hex"><c>#rrggbb</c>.</param>
/// <param name="Share">Of the picture, 0 to 1.</param>
/// <param name="Text">A colour in which text on it can be read best.</param>
public sealed record MainShare(string Hex, double Share, string Text);

/// <summary>A colour for each edge of a picture, <c>#rrggbb</c>, in the order of CSS.</summary>
/// <param name="Top">Goes on above.</param>
/// <param name="Right">Goes on to the right.</param>
/// <param name="Bottom">Goes on below.</param>
/// <param name="Left">Goes on to the left.</param>
public sealed record EdgeHexes(string Top, string Right, string Bottom, string Left);

/// <summary>The mean difference of the pixels of each edge from a colour (CIE 1976 ΔE).</summary>
/// <param name="Top">0 for an edge that is of this colour.</param>
/// <param name="Right">0 for an edge that is of this colour.</param>
/// <param name="Bottom">0 for an edge that is of this colour.</param>
/// <param name="Left">0 for an edge that is of this colour.</param>
public sealed record EdgeDifferences(double Top, double Right, double Bottom, double Left);

/// <summary>Colours that a page can have around a picture.</summary>
/// <param name="Main">What it is mostly made of, the most first.</param>
/// <param name="Edges">What goes on from its edges.</param>
/// <param name="Spread">How far the edges are from their own colours: whether one stands for all of it.</param>
public sealed record PageColours(IReadOnlyList<MainShare> Main, EdgeHexes Edges, EdgeDifferences Spread)
{
    /// <summary>How far the edges are from the page's colour; null where none was given.</summary>
    public EdgeDifferences? FromPage { get; init; }

    /// <summary>A difference that is seen at once where both colours touch. Common practice, no source.</summary>
    public const double Apparent = 5;

    // Of the picture's side; at least one pixel.
    private const double Strip = 0.02;

    private static readonly SrgbColour Dark = new(0x22, 0x22, 0x22);

    /// <summary>Finds them.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="srgb">Red, green, blue of each pixel, row by row; at least one pixel.</param>
    /// <param name="opacity">0 to 255 for each pixel; empty for an opaque picture. At an edge the colours behind transparency
    /// count.</param>
    /// <param name="page">The page's colour; null where it is not known.</param>
    public static PageColours Of(int width, int height, byte[] srgb, byte[] opacity, SrgbColour? page = null)
    {
        var (across, down) = (Math.Max(1, (int)Math.Round(Strip * width)), Math.Max(1, (int)Math.Round(Strip * height)));
        var lab = LabPlane.FromSrgb(width, height, srgb, opacity);
        var picture = new EdgePixels(lab, srgb);
        var (top, right, bottom, left) = (picture.Of(0, 0, width, down), picture.Of(width - across, 0, across, height),
            picture.Of(0, height - down, width, down), picture.Of(0, 0, across, height));
        return new PageColours(
            [.. ColourClusters.Of(lab)
                .Select(one => new MainShare(one.Colour.ToString(), Math.Round(one.Share, 4), TextOn(one.Colour).ToString()))],
            new EdgeHexes($"{top.Colour}", $"{right.Colour}", $"{bottom.Colour}", $"{left.Colour}"),
            new EdgeDifferences(top.From(top.Colour), right.From(right.Colour), bottom.From(bottom.Colour), left.From(left.Colour)))
        {
            FromPage = page is { } ground
                ? new EdgeDifferences(top.From(ground), right.From(ground), bottom.From(ground), left.From(ground))
                : null,
        };
    }

    /// <summary>A dark or a light colour: the one in which text can be read better (WCAG 2.2, contrast ratio).</summary>
    /// <param name="ground">What it stands on.</param>
    public static SrgbColour TextOn(SrgbColour ground)
    {
        var beneath = LuminanceOf(ground);
        return WcagContrast.Ratio(LuminanceOf(Dark), beneath) >= WcagContrast.Ratio(1, beneath) ? Dark : SrgbColour.White;
    }

    /// <summary>As CSS custom properties, a line for each.</summary>
    public IEnumerable<string> ToCss() =>
    [
        $"--edge-top: {Edges.Top};", $"--edge-right: {Edges.Right};", $"--edge-bottom: {Edges.Bottom};", $"--edge-left: {Edges.Left};",
        .. Main.SelectMany((one, at) => new[] { $"--colour-{at + 1}: {one.Hex};", $"--text-{at + 1}: {one.Text};" }),
    ];

    private static double LuminanceOf(SrgbColour colour) => WcagContrast.Luminance(colour.Red, colour.Green, colour.Blue);
}
