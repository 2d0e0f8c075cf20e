using NetVips;
using Pantomet.Core.Kernels.Similarity;
using Pantomet.Core.Weight;

namespace Pantomet.Imaging.Scoring;

/// <summary>A picture before encoding that others are scored against; it is split into planes once.</summary>
/// <param name="before">In memory.</param>
/// <param name="fineness">Photographs are looked at from half size on.</param>
public sealed class ScoredPicture(Image before, Fineness fineness) : IDisposable
{
    // A transparent picture may lie on anything: what is wrong at its edges shows on black or on white.
    private static readonly double[] Black = [0];
    private static readonly double[] White = [255];

    private readonly double[]?[] grounds = before.HasAlpha() ? [Black, White] : [null];
    private readonly Lazy<IReadOnlyList<ColourPlanes>> planes = new(() =>
        before.HasAlpha()
            ? [PictureScore.Planes(before, fineness, Black), PictureScore.Planes(before, fineness, White)]
            : [PictureScore.Planes(before, fineness)]);

    /// <summary>Decodes a file and compares.</summary>
    /// <param name="file">An encoded file of the same size.</param>
    /// <exception cref="VipsException">The file cannot be decoded.</exception>
    public VisualScore Of(byte[] file)
    {
        // Read once, from top to bottom: nothing is held that is not looked at.
        using var loaded = Image.NewFromBuffer(file, access: Enums.Access.Sequential, failOn: Enums.FailOn.Truncated);
        if (grounds.Length == 1)
            return Of(loaded);
        // Looked at twice, decoded once.
        using var after = loaded.CopyMemory();
        return Of(after);
    }

    /// <summary>Compares. Of a transparent picture, the lower score of two grounds.</summary>
    /// <param name="after">Of the same size.</param>
    public VisualScore Of(Image after) => planes.Value.Zip(grounds, (planes, ground) =>
    {
        using var planesAfter = PictureScore.Planes(after, fineness, ground);
        return VisualScore.Of(planes, planesAfter);
    }).MinBy(score => score.Points)!;

    /// <inheritdoc/>
    public void Dispose()
    {
        if (!planes.IsValueCreated)
            return;
        foreach (var one in planes.Value)
            one.Dispose();
    }
}
