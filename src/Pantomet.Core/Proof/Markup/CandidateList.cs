using System.Globalization;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Proof.Markup;

/// <summary>One list of files from which a browser chooses: a <c>source</c> of a <c>picture</c>, or its <c>img</c>.</summary>
/// <param name="FromPx">Viewport width in CSS px from which it may be taken; 0 for every viewport.</param>
/// <param name="Type">The format of all its files, for browsers that may not read it; null where every browser does.</param>
/// <param name="Layout">How wide the picture is shown; null where the files are made for densities, or where there is only one.</param>
/// <param name="Files">By rising width, each width once; at least one.</param>
public sealed record CandidateList(int FromPx, PictureFormat? Type, PageLayout? Layout, IReadOnlyList<PageFile> Files)
{
    /// <summary>How much denser than it is the screen is made to seem: 1 as it is.</summary>
    internal double TimesDenser { get; init; } = 1;

    private readonly int[] widths = [.. Files.Select(file => file.Size.File.Width)];

    // Of a list without srcset, and of one that an old browser reads: as wide as most columns of text.
    private const int UsualWidth = 1000;

    /// <summary>The condition on the viewport; null where there is none.</summary>
    public string? Media => FromPx == 0 ? null : string.Create(CultureInfo.InvariantCulture, $"(min-width: {FromPx}px)");

    /// <summary>The largest file: its proportions are those of all.</summary>
    public PageFile Largest => Files[^1];

    /// <summary>The file for whoever does not choose: of density 1, or the smallest of at least 1,000 px, or the largest.</summary>
    public PageFile Usual => Layout is null ? Files[0] : Files.FirstOrDefault(file => file.Size.File.Width >= UsualWidth) ?? Largest;

    /// <summary>Whether there is anything to choose.</summary>
    public bool IsChoice => Files.Count > 1;

    /// <summary>What goes into <c>srcset</c>.</summary>
    /// <remarks>WHATWG HTML, "srcset attributes": a width or a density for each, of one kind in a list.</remarks>
    public string Srcset() => IsChoice ? string.Join(", ", Files.Select(file => $"{file.Address} {Descriptor(file)}")) : Largest.Address;

    /// <summary>What goes into <c>sizes</c>; null where nothing does.</summary>
    public string? Sizes() => IsChoice ? Layout?.SizesAttribute(TimesDenser) : null;

    /// <summary>Which file a browser takes.</summary>
    /// <param name="viewportPx">Width of the viewport in CSS px.</param>
    /// <param name="density">Of the screen.</param>
    public PageFile Chosen(double viewportPx, Density density)
    {
        if (Layout is { } layout)
            return Files[Array.IndexOf(widths, BrowserChoice.Pick(widths, layout.WidthAt(viewportPx), density))];
        return Files.FirstOrDefault(file => DensityOf(file).Value >= density.Value) ?? Largest;
    }

    private string Descriptor(PageFile file) => Layout is null
        ? new Density(DensityOf(file).Value / TimesDenser).ToString()
        : string.Create(CultureInfo.InvariantCulture, $"{file.Size.File.Width}w");

    private static Density DensityOf(PageFile file) => file.Size.Density ?? new Density(1);
}
