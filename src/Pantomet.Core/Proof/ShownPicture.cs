using Pantomet.Core.Measures;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Proof;

/// <summary>A picture on one screen: which file a browser takes, and whether that fits the screen.</summary>
/// <param name="List">The list that it chooses from.</param>
/// <param name="File">The file that it takes.</param>
/// <param name="ShownPx">How wide the page shows the picture, in CSS px.</param>
/// <param name="NeededPx">Shown width × density, in device px.</param>
public sealed record ShownPicture(CandidateList List, PageFile File, double ShownPx, double NeededPx)
{
    /// <summary>Pixels of the file across, for each device pixel that shows it.</summary>
    public double PixelsForOne => PixelsForOneOf(File);

    /// <summary>How that looks.</summary>
    public Sharpness Sharpness => SharpnessRule.Of(PixelsForOne);

    /// <summary>Bytes beyond those that a file of exactly the needed width would weigh.</summary>
    /// <remarks>
    /// Estimated from what the widths of this list weigh: bytes are a power of the width between two files that are made.
    /// </remarks>
    public ByteCount Wasted => PixelsForOne <= 1
        ? default
        : new ByteCount((long)(File.Bytes * (1 - Math.Pow(1 / PixelsForOne, Power()))));

    /// <summary>The same of another file of the list.</summary>
    /// <param name="file">One that the browser did not take.</param>
    public double PixelsForOneOf(PageFile file) => file.Size.File.Width / NeededPx;

    /// <summary>What a page shows on a screen.</summary>
    /// <param name="picture">With its files.</param>
    /// <param name="viewportPx">Width of the viewport in CSS px.</param>
    /// <param name="density">Of the screen.</param>
    /// <param name="reads">Formats that the browser reads, beside those that every browser does.</param>
    public static ShownPicture On(
        PagePicture picture, double viewportPx, Density density, IReadOnlySet<Pictures.PictureFormat> reads)
    {
        var list = picture.ListFor(viewportPx, reads);
        var shown = ShownWidth.At(picture, viewportPx);
        return new ShownPicture(list, list.Chosen(viewportPx, density), shown, shown * density.Value);
    }

    // Twice as wide is four times the pixels, and no more bytes than that.
    private double Power()
    {
        var at = List.Files.ToList().IndexOf(File);
        var beside = at > 0 ? List.Files[at - 1] : List.Files.ElementAtOrDefault(at + 1);
        if (beside is null || beside.Size.File.Width == File.Size.File.Width)
            return 2;
        var (width, bytes) = ((double)File.Size.File.Width / beside.Size.File.Width, (double)File.Bytes / beside.Bytes);
        return Math.Clamp(Math.Log(bytes) / Math.Log(width), 1, 2);
    }
}
