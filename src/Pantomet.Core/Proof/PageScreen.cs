using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Proof;

/// <summary>A kind of screen that a page is weighed on.</summary>
/// <param name="Name">In plain words.</param>
/// <param name="ViewportPx">Width of the viewport in CSS px.</param>
/// <param name="Density">Of the screen.</param>
public sealed record PageScreen(string Name, int ViewportPx, Density Density)
{
    private static readonly HashSet<PictureFormat> EveryFormat = [.. Enum.GetValues<PictureFormat>()];

    /// <summary>Screens that stand for most (common practice, no source).</summary>
    public static IReadOnlyList<PageScreen> Usual { get; } =
        [new("phone", 390, new Density(3)), new("tablet", 820, new Density(2)), new("desktop", 1440, new Density(1)),
            new("dense desktop", 1440, new Density(2))];

    /// <summary>The one file of a picture that is downloaded there by a browser that reads every format.</summary>
    /// <param name="picture">With its files.</param>
    public PageFile Downloaded(PagePicture picture) => picture.Chosen(ViewportPx, Density, EveryFormat);
}
