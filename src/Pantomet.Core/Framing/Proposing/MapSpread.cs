namespace Pantomet.Core.Framing.Proposing;

/// <summary>How the values of a map are spread over its columns and rows.</summary>
/// <param name="Columns">Sums down.</param>
/// <param name="Rows">Sums across.</param>
internal sealed record MapSpread(double[] Columns, double[] Rows)
{
    /// <summary>Sums a map up.</summary>
    /// <param name="map">Row by row, none below 0.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    public static MapSpread Of(float[] map, int width, int height)
    {
        var spread = new MapSpread(new double[width], new double[height]);
        for (var at = 0; at < map.Length; at++)
        {
            spread.Columns[at % width] += map[at];
            spread.Rows[at / width] += map[at];
        }

        return spread;
    }

    /// <summary>The rectangle that holds nearly all of it.</summary>
    /// <param name="shareAside">The share that may lie beyond each side.</param>
    public MapBox Bounds(double shareAside)
    {
        var ((left, right), (top, bottom)) = (Ends(Columns, shareAside), Ends(Rows, shareAside));
        return new MapBox(left, top, right, bottom);
    }

    /// <summary>The middle of all the values within a box.</summary>
    /// <param name="box">In the map.</param>
    public (double X, double Y) Middle(MapBox box) => (Mean(Columns, box.Left, box.Right), Mean(Rows, box.Top, box.Bottom));

    private static (int From, int To) Ends(double[] sums, double shareAside)
    {
        var aside = sums.Sum() * shareAside;
        var (from, to, seen) = (0, sums.Length, 0.0);
        while (from < sums.Length - 1 && (seen += sums[from]) <= aside)
            from++;
        seen = 0;
        while (to > from + 1 && (seen += sums[to - 1]) <= aside)
            to--;
        return (from, to);
    }

    private static double Mean(double[] sums, int from, int to)
    {
        var (sum, all) = (0.0, 0.0);
        for (var at = from; at < to; at++)
            (sum, all) = (sum + ((at + 0.5) * sums[at]), all + sums[at]);
        return all > 0 ? sum / all : (from + to) / 2.0;
    }
}
