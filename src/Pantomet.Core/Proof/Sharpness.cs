namespace Pantomet.Core.Proof;

/// <summary>How a picture looks on a screen whose pixels are more or fewer than the file's.</summary>
public enum Sharpness
{
    /// <summary>More pixels than the screen can show, twice as many a side and more.</summary>
    Wasteful,

    /// <summary>A pixel of the file for each of the screen, or more.</summary>
    Sharp,

    /// <summary>Fewer; seen only by who compares.</summary>
    NearlySharp,

    /// <summary>So few that it looks soft.</summary>
    Soft,
}

/// <summary>Which pixels for each pixel of a screen look how. Common practice, no source.</summary>
public static class SharpnessRule
{
    // Rounding of widths costs a hundredth, which nobody sees.
    private const double Sharp = 0.99;
    private const double NearlySharp = 0.75;
    private const double Wasteful = 2;

    /// <summary>Judges.</summary>
    /// <param name="pixelsForOne">Pixels of the file across, for each device pixel that shows it.</param>
    public static Sharpness Of(double pixelsForOne) => pixelsForOne switch
    {
        >= Wasteful => Sharpness.Wasteful,
        >= Sharp => Sharpness.Sharp,
        >= NearlySharp => Sharpness.NearlySharp,
        _ => Sharpness.Soft,
    };
}
