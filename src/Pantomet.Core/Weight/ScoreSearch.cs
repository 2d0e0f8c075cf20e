using Pantomet.Core.Destinations;

namespace Pantomet.Core.Weight;

/// <summary>Finds the lowest quality whose file looks as good as is wanted, with as few encodes as it can.</summary>
/// <remarks>
/// The score is taken to rise with quality. Each trial narrows the interval that must hold the answer, so a wrong model
/// costs encodes, never a file that looks worse than it was said to.
/// </remarks>
public sealed class ScoreSearch
{
    // A file that scores this much more than wanted is near enough: nobody sees the difference, and few bytes are lost.
    private const double WellMet = 1.5;

    // Steered for, so that the first try does not fall just short.
    private const double AimedAbove = 0.4;
    private const int ModelledTrials = 4;

    private readonly Knots curve;
    private readonly Trials trials;
    private readonly double wanted;
    private readonly List<(int Quality, double Points)> measured = [];
    private int below;
    private int enough;

    private ScoreSearch(double wanted, QualityRange range, Knots curve, Trials trials)
    {
        (this.wanted, this.curve, this.trials) = (wanted, curve, trials);
        (below, enough) = (range.Min - 1, range.Max + 1);
    }

    /// <summary>Searches.</summary>
    /// <param name="wanted">Points, 0 to 100.</param>
    /// <param name="range">Qualities that may be used, on the encoder's own scale.</param>
    /// <param name="curve">How points usually rise with quality.</param>
    /// <param name="trials">The picture's files.</param>
    /// <param name="tooHeavy">Whether a file of some bytes is of no use: then, if the sample already says so, no file is made for
    /// it.</param>
    /// <returns>The lightest file that scores enough; where none does, the one of the highest quality; null when it would be too
    /// heavy.</returns>
    public static Trial? Lowest(double wanted, QualityRange range, Knots curve, Trials trials, Func<long, bool> tooHeavy) =>
        new ScoreSearch(wanted, range, curve, trials).Run(tooHeavy);

    private Trial? Run(Func<long, bool> tooHeavy)
    {
        var (lowest, highest) = (below + 1, enough - 1);
        var guess = First(lowest, highest);
        if (trials.Sample is { } sample && tooHeavy(sample.Bytes(guess)))
            return null;
        Trial? best = null;
        while (true)
        {
            var trial = trials.At(guess);
            var points = trials.PointsOf(trial);
            measured.Add((guess, points));
            if (points >= wanted)
            {
                (best, enough) = (trial, guess);
                if (points <= wanted + WellMet)
                    break;
            }
            else
            {
                below = guess;
                if (tooHeavy(trial.Bytes))
                    return trial;
                if (guess == highest)
                    return trial;
            }

            if (enough - below <= 1)
                break;
            guess = Math.Clamp(Next(points), below + 1, enough - 1);
        }

        return best;
    }

    // Two looks at the sample: where the usual curve leads, and where it leads once it went through the first.
    private int First(int lowest, int highest)
    {
        var guess = LowestWhere(lowest, highest, quality => curve.At(quality) >= wanted);
        if (trials.Sample is not { } sample)
            return guess;
        for (var look = 0; look < 2; look++)
        {
            var off = sample.Points(guess) - curve.At(guess);
            var next = LowestWhere(lowest, highest, quality => curve.At(quality) + off >= wanted + AimedAbove);
            if (Math.Abs(next - guess) <= 1)
                return next;
            guess = next;
        }

        return guess;
    }

    private int Next(double points)
    {
        if (measured.Count >= ModelledTrials)
            return (below + enough) / 2;
        var last = measured[^1];
        var slope = 1.0;
        if (measured.Count > 1)
        {
            var other = measured[..^1].MinBy(point => Math.Abs(point.Points - wanted));
            slope = Math.Clamp((last.Points - other.Points) / (curve.At(last.Quality) - curve.At(other.Quality)), 0.3, 3);
        }

        return LowestWhere(
            below + 1, enough - 1, quality => points + (slope * (curve.At(quality) - curve.At(last.Quality))) >= wanted + AimedAbove);
    }

    private static int LowestWhere(int lowest, int highest, Func<int, bool> holds)
    {
        var quality = lowest;
        while (quality < highest && !holds(quality))
            quality++;
        return quality;
    }
}
