using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>What text a picture should let be read, and how far it may be changed for it.</summary>
/// <param name="Text">The text's colour.</param>
/// <param name="Contrast">What its contrast should be over all but the worst hundredth of the pixels beneath: 4.5, or 3 for large text
/// (WCAG 2.2, success criterion 1.4.3).</param>
public sealed record ToneDemand(SrgbColour Text, double Contrast)
{
    /// <summary>How far the darkest or the lightest value may be moved; more would leave little of the picture. Common practice, no
    /// source.</summary>
    public const int UsualMaxShift = 153;

    /// <summary>How opaque a colour may lie over the picture. Common practice, no source.</summary>
    public const int UsualMaxOpacity = 60;

    /// <summary>What keeps a picture sharp and its colour.</summary>
    public const ToneMeans UsualMeans = ToneMeans.Levels | ToneMeans.Overlay;

    /// <summary>By what it may be changed.</summary>
    public ToneMeans Means { get; init; } = UsualMeans;

    /// <summary>Levels, of 255, by which the darkest or the lightest value may be moved.</summary>
    public int MaxShift { get; init; } = UsualMaxShift;

    /// <summary>Per cent that an overlay may be opaque.</summary>
    public int MaxOpacity { get; init; } = UsualMaxOpacity;
}
