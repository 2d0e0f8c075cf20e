namespace Pantomet.Core.SiteCheck;

/// <summary>A file that markup offers for one picture.</summary>
/// <param name="Address">As it is written, not resolved.</param>
/// <param name="WidthPx">What its width descriptor (<c>800w</c>) says, at least 1; null where it has none.</param>
/// <param name="Density">What its pixel density descriptor (<c>1.5x</c>) says, at least 0; null where it has none.</param>
public sealed record SrcsetCandidate(string Address, int? WidthPx = null, double? Density = null);
