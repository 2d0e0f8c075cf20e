namespace Pantomet.Core.Sizing;

/// <summary>The widths that send the fewest bytes while every device gets what it is owed.</summary>
/// <remarks>
/// Exact, by dynamic programming over pairs of neighbouring widths: what is sent to the devices whose wanted width lies
/// between two neighbours depends on these two alone. Why the candidates suffice is in <c>docs/decisions/width-ladder.md</c>.
/// </remarks>
public static class BestLadder
{
    /// <summary>The most files that are tried.</summary>
    public const int MaxFiles = 40;

    /// <summary>The best ladder of at most so many files.</summary>
    /// <param name="demands">At least one; shares above 0.</param>
    /// <param name="bytes">Bytes of a file by its width; does not fall as the width rises.</param>
    /// <param name="files">From 1 to <see cref="MaxFiles"/>.</param>
    /// <returns>Widths in px, rising.</returns>
    public static IReadOnlyList<int> ForFiles(IReadOnlyList<Demand> demands, Func<int, double> bytes, int files) =>
        new Search(demands, bytes, files).Widths(files);

    /// <summary>The best ladder with the fewest files whose waste is within a bound.</summary>
    /// <param name="demands">At least one; shares above 0.</param>
    /// <param name="bytes">Bytes of a file by its width; does not fall as the width rises.</param>
    /// <param name="mostWaste">Bound of <see cref="LadderCost.Waste"/>.</param>
    /// <returns>Widths in px, rising; the best of <see cref="MaxFiles"/> where the bound cannot be kept.</returns>
    public static IReadOnlyList<int> ForWaste(IReadOnlyList<Demand> demands, Func<int, double> bytes, double mostWaste)
    {
        var search = new Search(demands, bytes, MaxFiles);
        for (var files = 1; files < MaxFiles; files++)
        {
            var widths = search.Widths(files);
            if (LadderCost.Of(widths, demands, bytes).Waste <= mostWaste)
                return widths;
        }

        return search.Widths(MaxFiles);
    }

    private sealed class Search
    {
        private readonly int[] candidates;
        private readonly double[] upTo;
        private readonly double[] weight;

        // By files allowed less one, by candidate: the least cost of the devices up to it, and the candidate before it.
        private readonly double[][] best;
        private readonly int[][] before;

        // What a ladder that ends at a candidate costs the devices that want more.
        private readonly double[] beyond;

        public Search(IReadOnlyList<Demand> demands, Func<int, double> bytes, int mostFiles)
        {
            var sorted = demands.OrderBy(demand => demand.WantedPx).ToArray();
            var mostNeeded = sorted.Max(demand => demand.NeededPx);
            candidates =
                [.. sorted.Select(demand => demand.NeededPx).Concat(sorted.Select(demand => demand.EnoughPx)).Where(px => px <= mostNeeded)
                    .Distinct().Order()];
            weight = Array.ConvertAll(candidates, width => bytes(width));
            upTo = SharesUpTo(sorted);
            var files = Math.Min(mostFiles, candidates.Length);
            best = new double[files][];
            before = new int[files][];
            // One file: everything up to its width gets it.
            best[0] = [.. upTo.Zip(weight, (share, bytesOfOne) => share * bytesOfOne)];
            before[0] = [];
            for (var k = 1; k < files; k++)
            {
                // More than one is allowed to be fewer.
                best[k] = [.. best[k - 1]];
                before[k] = new int[candidates.Length];
                Extend(k, 1, candidates.Length - 1, 0, candidates.Length - 2);
            }

            beyond = Beyond(sorted);
        }

        public List<int> Widths(int atMost)
        {
            var k = Math.Min(atMost, best.Length) - 1;
            var total = best[k].Zip(beyond, (cost, rest) => cost + rest).ToArray();
            var candidate = Array.IndexOf(total, total.Min());
            var widths = new List<int> { candidates[candidate] };
            for (; k > 0; k--)
            {
                // The same cost with a file less: the ladder is that one.
                if (best[k][candidate] == best[k - 1][candidate])
                    continue;
                candidate = before[k][candidate];
                widths.Add(candidates[candidate]);
            }

            widths.Reverse();
            return widths;
        }

        // For larger widths the best smaller neighbour is never smaller: (S[j] − S[i]) × w[j] is Monge, as S and w rise.
        // So the middle one halves what has to be looked at for the others (divide and conquer).
        private void Extend(int k, int first, int last, int least, int most)
        {
            if (first > last)
                return;
            var larger = (first + last) / 2;
            var (lowest, from) = (double.PositiveInfinity, least);
            for (var smaller = least; smaller <= Math.Min(most, larger - 1); smaller++)
            {
                var tried = best[k - 1][smaller] + ((upTo[larger] - upTo[smaller]) * weight[larger]);
                if (tried < lowest)
                    (lowest, from) = (tried, smaller);
            }

            if (lowest < best[k][larger])
                (best[k][larger], before[k][larger]) = (lowest, from);
            Extend(k, first, larger - 1, least, from);
            Extend(k, larger + 1, last, from, most);
        }

        // They must not be owed more than the width has.
        private double[] Beyond(Demand[] sorted)
        {
            var neededAbove = NeededAbove(sorted);
            var all = sorted.Sum(demand => demand.Device.Share);
            return [.. candidates.Select((width, last) => neededAbove[last] > width
                ? double.PositiveInfinity
                : (all - upTo[last]) * weight[last])];
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
