namespace Pantomet.Core.Weight;

/// <summary>A file that the search settled on.</summary>
/// <param name="File">Its bytes.</param>
/// <param name="Quality">On the encoder's own scale.</param>
/// <param name="FitsLimit">False when even the lowest quality allowed is too heavy; then <paramref name="File"/> is that one.</param>
/// <param name="Encodes">Final encodes that it took.</param>
/// <param name="Estimates">Cheap encodes that it took.</param>
public sealed record QualityFound(byte[] File, int Quality, bool FitsLimit, int Encodes, int Estimates);

/// <summary>Finds the highest quality whose file stays within a limit, with as few encodes as it can.</summary>
/// <remarks>
/// The weight is modelled as ln bytes = a + b · curve(quality), a and b from the encodes made so far. Each encode also
/// narrows the interval that must hold the answer, so a wrong model costs encodes, never a wrong file: what is handed
/// back was encoded and weighed.
/// </remarks>
public sealed class QualitySearch
{
    // After these the interval is halved, so that a curve that lies cannot lead in small steps.
    private const int ModelledEncodes = 4;

    // Somewhere in the middle: from there the usual curve leads near enough to any limit.
    private const int FirstLook = 60;

    // As a share of the bytes: from so near, the usual curve leads to where another look would.
    private const double NearEnough = 0.1;

    // On the usual curve: of points that are nearer together, how bytes happen to fall tells more than how they rise.
    private const double FarEnough = 0.1;

    private readonly WeightGoal goal;
    private readonly Knots curve;
    private readonly Func<int, byte[]> encode;
    private readonly Func<int, long>? estimate;
    private readonly Dictionary<int, long> estimated = [];
    private readonly List<(int Quality, long Bytes)> measured = [];
    private int heaviestGood;
    private int lightestBad;

    private QualitySearch(WeightGoal goal, Knots curve, Func<int, byte[]> encode, Func<int, long>? estimate)
    {
        this.goal = goal;
        this.curve = curve;
        this.encode = encode;
        this.estimate = estimate;
        heaviestGood = goal.Quality.Min - 1;
        lightestBad = goal.Quality.Max + 1;
    }

    /// <summary>Searches.</summary>
    /// <param name="goal">What to reach.</param>
    /// <param name="curve">How weight usually grows with quality.</param>
    /// <param name="encode">Makes the file at a quality with the encoder whose file is handed out.</param>
    /// <param name="estimate">Bytes at a quality by a much cheaper encoder; null when there is none.</param>
    public static QualityFound Find(WeightGoal goal, Knots curve, Func<int, byte[]> encode, Func<int, long>? estimate = null) =>
        new QualitySearch(goal, curve, encode, estimate).Run();

    private QualityFound Run()
    {
        if (goal.Max is not { } most)
            return new QualityFound(encode(goal.Quality.Max), goal.Quality.Max, true, 1, 0);

        byte[]? best = null;
        var quality = FirstGuess();
        while (true)
        {
            var file = encode(quality);
            measured.Add((quality, file.LongLength));
            if (file.LongLength <= most)
            {
                best = file;
                heaviestGood = quality;
                if (file.LongLength >= goal.Min)
                    break;
            }
            else
            {
                lightestBad = quality;
                if (quality == goal.Quality.Min)
                    return Found(file, quality, false);
            }

            if (lightestBad - heaviestGood <= 1)
                break;
            quality = NextGuess();
        }

        return Found(best!, heaviestGood, true);
    }

    private QualityFound Found(byte[] file, int quality, bool fits) => new(file, quality, fits, measured.Count, estimated.Count);

    private int FirstGuess()
    {
        if (estimate is null)
            return goal.Quality.Max;
        Estimated(Math.Clamp(FirstLook, goal.Quality.Min, goal.Quality.Max));
        return HighestEstimatedWithin(goal.Target!.Value, 1.0);
    }

    private int NextGuess()
    {
        if (measured.Count >= ModelledEncodes)
            return (heaviestGood + lightestBad) / 2;
        if (measured.Count == 1 && estimated.Count > 1)
        {
            // A file says how far off the estimates are; how they rise holds all the same.
            return Inside(
                HighestWithin(
                    measured[^1], SlopeOf(estimated.Select(point => (point.Key, point.Value)), Math.Log(goal.Target!.Value)),
                    Math.Log(goal.Target.Value)));
        }

        return Inside(HighestModelledWithin(Math.Log(goal.Target!.Value)));
    }

    private int Inside(int quality) => Math.Clamp(quality, heaviestGood + 1, lightestBad - 1);

    private int HighestModelledWithin(double logarithm) => HighestWithin(measured[^1], SlopeOf(measured, logarithm), logarithm);

    // Two looks at the sample, each where the curve through the looks so far crosses the limit.
    private int HighestEstimatedWithin(long bytes, double finalPerEstimate)
    {
        var logarithm = Math.Log(bytes / finalPerEstimate);
        for (var look = 0; look < 2; look++)
        {
            var guess = FromEstimates(logarithm);
            if (estimated.ContainsKey(guess))
                return guess;
            if (Math.Abs(Math.Log(Estimated(guess)) - logarithm) < NearEnough)
                break;
        }

        return FromEstimates(logarithm);
    }

    private int FromEstimates(double logarithm)
    {
        List<(int Quality, long Bytes)> points = [.. estimated.Select(point => (point.Key, point.Value))];
        return HighestWithin(points.MinBy(point => Math.Abs(Math.Log(point.Bytes) - logarithm)), SlopeOf(points, logarithm), logarithm);
    }

    // The usual curve through one known point, bent as the others say.
    private int HighestWithin((int Quality, long Bytes) known, double slope, double logarithm) =>
        Highest(quality => Math.Log(known.Bytes) + (slope * (curve.At(quality) - curve.At(known.Quality))) <= logarithm);

    // How much steeper than usual weight rises between the point that is nearest to some bytes and the next one that is far enough from it
    // to tell.
    private double SlopeOf(IEnumerable<(int Quality, long Bytes)> points, double logarithm)
    {
        var near = points.OrderBy(point => Math.Abs(Math.Log(point.Bytes) - logarithm)).ToList();
        var others = near.Where(point => Math.Abs(curve.At(point.Quality) - curve.At(near[0].Quality)) > FarEnough).Take(1);
        return others.Select(
            other => Math.Clamp(
                (Math.Log(near[0].Bytes) - Math.Log(other.Bytes)) / (curve.At(near[0].Quality) - curve.At(other.Quality)), 0.4, 2.5))
                    .DefaultIfEmpty(1).First();
    }

    private int Highest(Func<int, bool> holds)
    {
        for (var quality = goal.Quality.Max; quality > goal.Quality.Min; quality--)
        {
            if (holds(quality))
                return quality;
        }

        return goal.Quality.Min;
    }

    private long Estimated(int quality)
    {
        if (!estimated.TryGetValue(quality, out var bytes))
            estimated[quality] = bytes = estimate!(quality);
        return bytes;
    }
}
