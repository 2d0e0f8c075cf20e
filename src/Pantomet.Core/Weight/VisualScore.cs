using Pantomet.Core.Kernels.Similarity;

namespace Pantomet.Core.Weight;

/// <summary>How an encoded picture looks beside the one before encoding.</summary>
public enum VisualQuality
{
    /// <summary>Nobody sees a difference, side by side either.</summary>
    Indistinguishable,

    /// <summary>A difference is seen by switching back and forth only.</summary>
    VeryGood,

    /// <summary>A difference is found by who looks for it.</summary>
    Good,

    /// <summary>A difference is seen at once beside the original.</summary>
    Visible,

    /// <summary>The damage is seen without the original.</summary>
    Poor,
}

/// <summary>How near a picture is to the one before encoding, from 100 (the same) to 0.</summary>
/// <param name="Points">100 to 0.</param>
/// <param name="Similarity">Multi-scale structural similarity of the lightness, 1 for the same.</param>
/// <param name="WorstPlaces">Mean similarity of the twentieth of all blocks that are spoilt most.</param>
/// <param name="Colour">Structural similarity of the two colour differences, the lower of both; 1 for greyscale.</param>
/// <remarks>
/// What is lost of the similarity, as a square root so that it grows evenly to the eye, from the whole, from its worst places (a sky with
/// bands,
/// smeared letters) and from colour. The weights and the steps of <see cref="Looks"/> are our own, fitted to the distances that butteraugli
/// (libjxl 0.7, 3-norm) gives for the demo's pictures: docs/decisions/visual-score.md.
/// </remarks>
public sealed record VisualScore(double Points, double Similarity, double WorstPlaces, double Colour)
{
    private const double WholeWeight = 7;
    private const double PlacesWeight = 0.6;
    private const double ColourWeight = 10;

    // Where there is no colour to lose, what lightness has lost stands for it: the fit on lightness alone.
    private const double GreyWeight = 20;
    private const double PointsPerStep = 20;
    private const double WorstShare = 0.05;

    /// <summary>The score in words.</summary>
    public VisualQuality Looks => LooksFor(Points);

    /// <summary>Points in words.</summary>
    /// <param name="points">100 to 0.</param>
    public static VisualQuality LooksFor(double points) => points switch
    {
        >= 90 => VisualQuality.Indistinguishable,
        >= 80 => VisualQuality.VeryGood,
        >= 66 => VisualQuality.Good,
        >= 40 => VisualQuality.Visible,
        _ => VisualQuality.Poor,
    };

    /// <summary>Points in words, for a sentence.</summary>
    /// <param name="points">100 to 0.</param>
    public static string WordsFor(double points) => LooksFor(points) switch
    {
        VisualQuality.VeryGood => "very good",
        var looks => looks.ToString().ToLowerInvariant(),
    };

    /// <summary>Scores a picture.</summary>
    /// <param name="before">Before encoding, at the size of the file.</param>
    /// <param name="after">Decoded again, of the same size and split as finely. Grey against colour is compared by lightness.</param>
    public static VisualScore Of(ColourPlanes before, ColourPlanes after)
    {
        if (IsSame(before.Luma, after.Luma) && IsSame(before.Blue, after.Blue) && IsSame(before.Red, after.Red))
            return new VisualScore(100, 1, 1, 1);
        var (whole, scales) = MultiScaleSimilarity.Of(before.Luma, after.Luma, before.Fineness);
        var worst = scales.Count > 0 ? Worst(scales[0].Blocks) : whole;
        var colour = Math.Min(Similar(before.Blue, after.Blue), Similar(before.Red, after.Red));
        var isGrey = before.Blue is null || after.Blue is null;
        var lost = isGrey
            ? (GreyWeight * Lost(whole)) + (PlacesWeight * Lost(worst))
            : (WholeWeight * Lost(whole)) + (PlacesWeight * Lost(worst)) + (ColourWeight * Lost(colour));
        return new VisualScore(Math.Max(0, 100 - (PointsPerStep * lost)), whole, worst, colour);
    }

    private static double Lost(double similarity) => Math.Sqrt(Math.Max(0, 1 - similarity));

    private static bool IsSame(TonePlane? one, TonePlane? other) =>
        one is null || other is null ? one == other : one.Values.SequenceEqual(other.Values);

    private static double Worst(IReadOnlyList<double> blocks) =>
        blocks.Order().Take(Math.Max(1, (int)(blocks.Count * WorstShare))).Average();

    private static double Similar(TonePlane? one, TonePlane? other)
    {
        if (one is null || other is null)
            return 1;
        return Math.Min(one.Width, one.Height) < StructuralSimilarity.Window
            ? MultiScaleSimilarity.Of(one, other).Score
            : StructuralSimilarity.Of(one, other).Whole;
    }
}
