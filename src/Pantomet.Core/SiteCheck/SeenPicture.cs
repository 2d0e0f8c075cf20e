namespace Pantomet.Core.SiteCheck;

/// <summary>A picture as one window shows it.</summary>
/// <param name="Window">The window.</param>
/// <param name="WidthPx">CSS px; above 0.</param>
/// <param name="HeightPx">CSS px; null where it is not known.</param>
/// <param name="TopPx">From the top of the page, CSS px; null where it is not known.</param>
public sealed record SeenPicture(Viewport Window, double WidthPx, double? HeightPx = null, double? TopPx = null);
