using System.Diagnostics;

namespace Pantomet.Bench;

internal static class Stopwatches
{
    /// <summary>The least of a few times, in seconds: what the work takes when nobody disturbs it.</summary>
    public static double Least(int times, Action work)
    {
        var least = double.MaxValue;
        for (var time = 0; time < times; time++)
        {
            var watch = Stopwatch.StartNew();
            work();
            least = Math.Min(least, watch.Elapsed.TotalSeconds);
        }

        return least;
    }
}
