namespace Pantomet.Core.SiteCheck;

/// <summary>The window that a page is seen in.</summary>
/// <param name="WidthPx">CSS px.</param>
/// <param name="HeightPx">CSS px.</param>
/// <param name="Density">Device pixels per CSS pixel.</param>
public sealed record Viewport(double WidthPx, double HeightPx, double Density);
