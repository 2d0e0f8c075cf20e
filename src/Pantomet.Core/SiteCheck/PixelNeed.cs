using Pantomet.Core.Measures;

namespace Pantomet.Core.SiteCheck;

/// <summary>How many pixels a file needs where it is shown.</summary>
/// <param name="Seen">Where it needs the most.</param>
/// <param name="WidthPx">That it needs there, with its own proportions.</param>
public sealed record PixelNeed(SeenPicture Seen, int WidthPx)
{
    /// <summary>The most that any window needs.</summary>
    /// <param name="file">Upright pixels of the file.</param>
    /// <param name="seen">Where it is shown.</param>
    /// <returns>Null where it is shown nowhere.</returns>
    public static PixelNeed? Of(PixelSize file, IReadOnlyList<SeenPicture> seen) => seen
        .Select(one => new PixelNeed(one, (int)Math.Ceiling((file.Width * ScaleIn(file, one) * one.Window.Density) - 1e-6)))
        .MaxBy(need => need.WidthPx);

    /// <summary>CSS px per pixel of the file where a picture fills its box: cut off to its shape, if that is another.</summary>
    /// <param name="file">Upright pixels of the file.</param>
    /// <param name="seen">Where it is shown.</param>
    public static double ScaleIn(PixelSize file, SeenPicture seen) =>
        Math.Max(seen.WidthPx / file.Width, (seen.HeightPx ?? 0) / file.Height);
}
