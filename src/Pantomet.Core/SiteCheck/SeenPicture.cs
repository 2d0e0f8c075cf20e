namespace Pantomet.Core.SiteCheck;

/// <summary>A picture as one window shows it.</summary>
/// <param name="Window">The window.</param>
/// <param name="WidthPx">CSS px; above 0.</param>
/// <param name="HeightPx">CSS px; null where it is not known.</param>
/// <param name="LeastTopPx">It stands at least so far from the top of the page, CSS px; null where that is not known.</param>
/// <param name="MostTopPx">It stands at most so far from the top of the page, CSS px; null where that is not known.</param>
public sealed record SeenPicture(
    Viewport Window, double WidthPx, double? HeightPx = null, double? LeastTopPx = null, double? MostTopPx = null);
