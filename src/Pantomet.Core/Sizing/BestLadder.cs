namespace Pantomet.Core.Sizing;

/// <summary>The widths that send the fewest bytes while every device gets what it is owed.</summary>
/// <remarks>
/// Exact, by dynamic programming over pairs of neighbouring widths: what is sent to the devices whose wanted width lies
/// between two neighbours depends on these two alone. Why the candidates suffice is in <c>docs/decisions/width-ladder.md</c>.
/// </remarks>
public static class BestLadder
{
    /// <summary>The most files that are tried.</summary>
    public const int MostFiles = 40;

    /// <summary>The best ladder of at most so many files.</summary>
    /// <param name="demands">At least one; shares above 0.</param>
    /// <param name="bytes">Bytes of a file by its width; does not fall as the width rises.</param>
    /// <param name="files">From 1 to <see cref="MostFiles"/>.</param>
    /// <returns>Widths in px, rising.</returns>
    public static IReadOnlyList<int> ForFiles(IReadOnlyList<Demand> demands, Func<int, double> bytes, int files) =>
        new Search(demands, bytes, files).Widths(files);

    /// <summary>The best ladder with the fewest files whose waste is within a bound.</summary>
    /// <param name="demands">At least one; shares above 0.</param>
    /// <param name="bytes">Bytes of a file by its width; does not fall as the width rises.</param>
    /// <param name="mostWaste">Bound of <see cref="LadderCost.Waste"/>.</param>
    /// <returns>Widths in px, rising; the best of <see cref="MostFiles"/> where the bound cannot be kept.</returns>
    public static IReadOnlyList<int> ForWaste(IReadOnlyList<Demand> demands, Func<int, double> bytes, double mostWaste)
    {
        var search = new Search(demands, bytes, MostFiles);
        for (var files = 1; files < MostFiles; files++)
        {
            var widths = search.Widths(files);
            if (LadderCost.Of(widths, demands, bytes).Waste <= mostWaste)
                return widths;
        }

        return search.Widths(MostFiles);
    }

    // Costs of all numbers of files are kept side by side, so that one pass over the pairs serves them all.
    private sealed class Search
    {
        private readonly int[] candidates;
        private readonly int files;

        // By candidate, then by files allowed less one: the least cost of ladders that end there, and the candidate before it, or −1.
        private readonly double[] best;
        private readonly int[] before;

        public Search(IReadOnlyList<Demand> demands, Func<int, double> bytes, int mostFiles)
        {
            var sorted = demands.OrderBy(demand => demand.WantedPx).ToArray();
            var mostNeeded = sorted.Max(demand => demand.NeededPx);
            candidates = [.. sorted.Select(demand => demand.NeededPx).Concat(sorted.Select(demand => demand.EnoughPx)).Where(px => px <= mostNeeded).Distinct().Order()];
            files = Math.Min(mostFiles, candidates.Length);
            best = new double[candidates.Length * files];
            before = new int[best.Length];
            Array.Fill(before, -1);

            var weight = Array.ConvertAll(candidates, width => bytes(width));
            var upTo = SharesUpTo(sorted);
            for (var last = 0; last < candidates.Length; last++)
                best.AsSpan(last * files, files).Fill(upTo[last] * weight[last]);

            for (var smaller = 0; smaller < candidates.Length; smaller++)
            {
                for (var larger = smaller + 1; larger < candidates.Length; larger++)
                    Step(smaller, larger, (upTo[larger] - upTo[smaller]) * weight[larger]);
            }

            AddBeyond(sorted, upTo, weight);
        }

        public List<int> Widths(int atMost)
        {
            var k = Math.Min(atMost, files) - 1;
            var last = 0;
            for (var candidate = 1; candidate < candidates.Length; candidate++)
            {
                if (best[(candidate * files) + k] < best[(last * files) + k])
                    last = candidate;
            }

            var widths = new List<int>();
            for (var candidate = last; candidate >= 0; k--)
            {
                widths.Add(candidates[candidate]);
                candidate = before[(candidate * files) + k];
            }

            widths.Reverse();
            return widths;
        }

        // best[larger, k] = min(best[larger, k], best[smaller, k − 1] + cost), for all k at once.
        private void Step(int smaller, int larger, double cost)
        {
            var from = best.AsSpan(smaller * files, files - 1);
            var to = best.AsSpan((larger * files) + 1, files - 1);
            for (var k = 0; k < from.Length && k < to.Length; k++)
            {
                var tried = from[k] + cost;
                if (tried < to[k])
                {
                    to[k] = tried;
                    before[(larger * files) + 1 + k] = smaller;
                }
            }
        }

        // Devices beyond the largest width get it too; they must not be owed more.
        private void AddBeyond(Demand[] sorted, double[] upTo, double[] weight)
        {
            var neededAbove = NeededAbove(sorted);
            var all = sorted.Sum(demand => demand.Device.Share);
            for (var last = 0; last < candidates.Length; last++)
            {
                var cost = neededAbove[last] > candidates[last] ? double.PositiveInfinity : (all - upTo[last]) * weight[last];
                foreach (ref var total in best.AsSpan(last * files, files))
                    total += cost;
            }
        }

        private double[] SharesUpTo(Demand[] sorted)
        {
            var shares = new double[candidates.Length];
            var sum = 0.0;
            var next = 0;
            for (var j = 0; j < candidates.Length; j++)
            {
                for (; next < sorted.Length && sorted[next].EnoughPx <= candidates[j]; next++)
                    sum += sorted[next].Device.Share;
                shares[j] = sum;
            }

            return shares;
        }

        // The most that any device wanting more than a candidate is owed.
        private int[] NeededAbove(Demand[] sorted)
        {
            var needed = new int[candidates.Length];
            var most = 0;
            var next = sorted.Length - 1;
            for (var j = candidates.Length - 1; j >= 0; j--)
            {
                for (; next >= 0 && sorted[next].EnoughPx > candidates[j]; next--)
                    most = Math.Max(most, sorted[next].NeededPx);
                needed[j] = most;
            }

            return needed;
        }
    }
}
