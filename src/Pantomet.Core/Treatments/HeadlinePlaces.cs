using Pantomet.Core.Kernels.Calm;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>A place for a text.</summary>
/// <param name="Anchor">Which of nine.</param>
/// <param name="Area">Free and calm, in the picture.</param>
/// <param name="Text">As it fits there; sizes against the picture's height.</param>
public sealed record HeadlinePlace(Anchor Anchor, PicturePart Area, FittedText Text)
{
    /// <summary>The part of the area that the text takes: at the anchor's side of it.</summary>
    /// <param name="text">What stands there.</param>
    /// <param name="ratio">Width of the picture against its height.</param>
    public PicturePart TextPart(MeasuredText text, double ratio)
    {
        var (left, above) = Anchors.Of(Anchor);
        var width = Math.Min(Area.Width, text.Widest(Text.Lines) * Text.Size / ratio);
        var height = Math.Min(Area.Height, Text.Lines.Count * text.LineHeight * Text.Size);
        return new PicturePart(Area.X + (left * (Area.Width - width)), Area.Y + (above * (Area.Height - height)), width, height);
    }
}

/// <summary>Where in a picture a text can stand: at each of nine anchors the area in which it can be largest.</summary>
public static class HeadlinePlaces
{
    // Cells that stay free at the edge: about 4 % of each side. Common practice, no source.
    private const int Margin = 1;
    private const int Room = CalmGrid.Side - (2 * Margin);

    /// <summary>The places, the best first: where the text is largest, then in the order of reading.</summary>
    /// <param name="calm">Where the picture is calm and free.</param>
    /// <param name="text">What is to stand there.</param>
    /// <param name="ratio">Width of the picture against its height.</param>
    /// <param name="maxSize">Of the font, against the picture's height.</param>
    /// <param name="maxLines">At least 1.</param>
    /// <param name="anchors">Those that may be used.</param>
    public static IReadOnlyList<HeadlinePlace> Of(
        CalmGrid calm, MeasuredText text, double ratio, double maxSize, int maxLines, IEnumerable<Anchor> anchors) =>
    [
        .. anchors.Select(anchor => Best(calm, text, ratio, maxSize, maxLines, anchor)).OfType<HeadlinePlace>()
            .OrderByDescending(place => place.Text.Size).ThenBy(place => place.Anchor)
    ];

    private static HeadlinePlace? Best(CalmGrid calm, MeasuredText text, double ratio, double maxSize, int maxLines, Anchor anchor)
    {
        HeadlinePlace? best = null;
        for (var width = 1; width <= Room; width++)
        {
            var height = Highest(calm, anchor, width);
            if (height == 0)
                continue;
            var area = PartOf(anchor, width, height);
            var fitted = TextFit.Largest(text, area.Width * ratio, area.Height, maxSize, maxLines);
            // Of areas that give the same size the narrowest: the text is not wider than it has to be.
            if (fitted is not null && (best is null || fitted.Size > best.Text.Size + 1e-9))
                best = new HeadlinePlace(anchor, area, fitted);
        }

        return best;
    }

    // How many rows are free at an anchor for so many columns.
    private static int Highest(CalmGrid calm, Anchor anchor, int width)
    {
        for (var height = Room; height > 0; height--)
        {
            var (x, y) = CornerOf(anchor, width, height);
            if (calm.IsFree(x, y, width, height))
                return height;
        }

        return 0;
    }

    private static (int X, int Y) CornerOf(Anchor anchor, int width, int height)
    {
        var (left, above) = Anchors.Of(anchor);
        return (Margin + (int)((Room - width) * left), Margin + (int)((Room - height) * above));
    }

    private static PicturePart PartOf(Anchor anchor, int width, int height)
    {
        var (x, y) = CornerOf(anchor, width, height);
        const double side = CalmGrid.Side;
        return new PicturePart(x / side, y / side, width / side, height / side);
    }
}
