using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.SiteCheck;

/// <summary>A file, and the size that a better one would have.</summary>
/// <param name="Format">Of both.</param>
/// <param name="File">Its pixels.</param>
/// <param name="Better">Pixels of the better one; no more.</param>
/// <param name="Bytes">What it weighs.</param>
public sealed record HeavyFile(PictureFormat Format, PixelSize File, PixelSize Better, long Bytes);

/// <summary>About what better files weigh that nobody has made yet, by those that were made.</summary>
/// <remarks>A ratio estimator: what was made of a sample, over what a rule of thumb says of the same sample, corrects the rule for the rest
/// of its format.</remarks>
public sealed class WeightEstimate
{
    // Rule of thumb: of a file with fewer pixels each weighs more, since there is more in it. Fitted to nothing: the sample corrects it.
    private const double WeightierWhenSmaller = 0.75;

    private readonly Dictionary<PictureFormat, double> corrections;
    private readonly double correction;

    /// <param name="made">Files of which better ones were made, with what those weigh; never more than the file itself.</param>
    public WeightEstimate(IReadOnlyList<(HeavyFile File, long Better)> made)
    {
        corrections = made.GroupBy(one => one.File.Format).ToDictionary(group => group.Key, Correction);
        correction = made.Count == 0 ? 1 : Correction(made);
    }

    /// <summary>About what the better file weighs.</summary>
    /// <param name="file">A file of which none was made.</param>
    public long Of(HeavyFile file) => Math.Min(
        file.Bytes, (long)Math.Round(ByThumb(file) * corrections.GetValueOrDefault(file.Format, correction)));

    private static double Correction(IEnumerable<(HeavyFile File, long Better)> made)
    {
        var (better, thumb) = made.Aggregate(
            (Better: 0.0, Thumb: 0.0), (sum, one) => (sum.Better + one.Better, sum.Thumb + ByThumb(one.File)));
        return thumb > 0 ? better / thumb : 1;
    }

    private static double ByThumb(HeavyFile file) =>
        file.Bytes * Math.Pow((double)file.Better.Count / file.File.Count, WeightierWhenSmaller);
}
