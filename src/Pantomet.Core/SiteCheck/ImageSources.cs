using Pantomet.Core.Sizing;

namespace Pantomet.Core.SiteCheck;

/// <summary>A file that a browser may take, with the density that it then has.</summary>
/// <param name="Address">As it is written.</param>
/// <param name="Density">Pixels of the file per CSS pixel, before it is scaled by the page.</param>
public sealed record ImageSource(string Address, double Density);

/// <summary>What a browser chooses from.</summary>
/// <remarks>WHATWG HTML, "updating the source set", "normalizing the source densities", "selecting an image source":
/// https://html.spec.whatwg.org/multipage/images.html#update-the-source-set.</remarks>
public static class ImageSources
{
    /// <summary>The files of one <c>img</c> or <c>source</c>, each density once.</summary>
    /// <param name="srcset">Its <c>srcset</c>.</param>
    /// <param name="src">Its <c>src</c>; null for a <c>source</c>, and where there is none.</param>
    /// <param name="sourceSizePx">What <c>sizes</c> says, in CSS px.</param>
    public static IReadOnlyList<ImageSource> Of(Srcset srcset, string? src, double sourceSizePx)
    {
        var candidates = srcset.Candidates.ToList();
        var isSrcOne = !string.IsNullOrEmpty(src) && !candidates.Exists(one => one.WidthPx is not null) &&
            !candidates.Exists(one => one.Density is 1);
        if (isSrcOne)
            candidates.Add(new SrcsetCandidate(src!));
        return [.. candidates.Select(one => new ImageSource(one.Address, DensityOf(one, sourceSizePx))).DistinctBy(one => one.Density)];
    }

    /// <summary>The one that a browser takes: the least dense that is dense enough, else the densest.</summary>
    /// <remarks>The standard leaves this to the browser; held against Chromium by <c>tests/e2e/srcset.spec.ts</c>.</remarks>
    /// <param name="sources">Each density once.</param>
    /// <param name="screen">Device pixels per CSS pixel.</param>
    /// <returns>Null where there is none.</returns>
    public static ImageSource? Chosen(IReadOnlyList<ImageSource> sources, double screen)
    {
        var rising = sources.OrderBy(one => one.Density).ToList();
        return rising.Count == 0 ? null : rising[BrowserChoice.Pick(rising.ConvertAll(one => one.Density), screen)];
    }

    private static double DensityOf(SrcsetCandidate candidate, double sourceSizePx) =>
        candidate.Density ?? (candidate.WidthPx is { } width ? width / sourceSizePx : 1);
}
