using System.Globalization;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Destinations;

/// <summary>A picture's place, measured on a screenshot.</summary>
/// <param name="Area">In pixels of the screenshot.</param>
/// <param name="Density">Pixels of the screenshot per CSS pixel.</param>
/// <param name="ViewportPx">Width of the viewport, CSS px.</param>
public sealed record MeasuredPlace(PixelRect Area, Density Density, double ViewportPx)
{
    private const int LargestTerm = 21;

    /// <summary>How wide the picture is shown, CSS px.</summary>
    public double ShownPx => Area.Width / Density.Value;

    /// <summary>How high the picture is shown, CSS px.</summary>
    public double ShownHighPx => Area.Height / Density.Value;

    /// <summary>Its share of the viewport's width.</summary>
    public double ShareOfViewport => ShownPx / ViewportPx;

    /// <summary>
    /// The simplest ratio that the place has, give or take one pixel on each side; else width to height with two decimals.
    /// </summary>
    public AspectRatio Ratio()
    {
        for (var sum = 2; sum <= 2 * LargestTerm; sum++)
        {
            for (var down = Math.Max(1, sum - LargestTerm); down < sum && down <= LargestTerm; down++)
            {
                var ratio = new AspectRatio(sum - down, down);
                if (IsWithinAPixel(ratio))
                    return ratio;
            }
        }

        return AspectRatio.TryParse(
            string.Create(CultureInfo.InvariantCulture, $"{(double)Area.Width / Area.Height:0.##}:1"), out var decimals)
                ? decimals
                : AspectRatio.Of(Area.Size);
    }

    /// <summary>A slot for this place: its ratio, shown as wide as here, never wider than the viewport.</summary>
    /// <param name="id">Of the new slot.</param>
    public SlotDocument Proposal(string id) => new(
        id, "measured place", Ratio().ToString(), ["avif", "webp", "jpeg"],
        new SizesDocument(
            Layout: new LayoutDocument([new LayoutRowDocument(0, ShownAs())], new LadderDocument(Best: new BestDocument(Files: 5)))),
        Deliver: Delivery.Each);

    // A place that fills the screen from side to side will do so on others as well.
    private string ShownAs() => ShareOfViewport > 0.98
        ? "100vw"
        : string.Create(CultureInfo.InvariantCulture, $"min(100vw, {ShownPx:0.##}px)");

    private bool IsWithinAPixel(AspectRatio ratio) =>
        Math.Abs(Area.Width - (Area.Height * ratio.Value)) <= Math.Max(1, ratio.Value) ||
            Math.Abs(Area.Height - (Area.Width / ratio.Value)) <= Math.Max(1, 1 / ratio.Value);
}
