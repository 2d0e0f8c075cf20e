using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;

namespace Pantomet.Bench;

/// <summary>The best ladder for a large device table, against reading that table once and against even steps.</summary>
internal static class BestLadderBench
{
    private const int Times = 3;

    public static void Run()
    {
        var random = new Random(7);
        double[] densities = [1, 1.25, 1.5, 1.75, 2, 2.25, 2.625, 2.75, 2.8125, 3, 3.5, 4];
        var devices = Devices.Normalised([.. Enumerable.Range(0, 40_000)
            .Select(_ => new Device(random.Next(320, 2561), new Density(densities[random.Next(densities.Length)]), random.NextDouble()))
            .DistinctBy(device => (device.ViewportPx, device.Density)).Take(20_000)]);
        CssLengthReader.TryRead("min(92vw, 1200px)", out var width, out _);
        var layout = new PageLayout([new LayoutRow(0, width)]);
        var bytes = BytesPerWidth.For(PictureFormat.Jpeg).ByWidth(new AspectRatio(3, 2), null);
        Console.WriteLine($"Width ladder: {devices.Count:#,0} devices, 8 widths");
        foreach (var promise in (Promise[])[Promise.Full, Promise.Full with { DensityCap = 2 }])
        {
            var demands = Demand.Of(layout, devices, promise);
            IReadOnlyList<int> best = [];
            var solve = Stopwatches.Least(Times, () => best = BestLadder.ForFiles(demands, bytes, 8));
            var cost = Stopwatches.Least(Times, () => LadderCost.Of(best, demands, bytes));
            var ours = LadderCost.Of(best, demands, bytes);
            var even = LadderCost.Of(EvenLadder.For(demands, 8), demands, bytes);
            Console.WriteLine(
                $"  density cap {promise.DensityCap?.ToString() ?? "none"}: {solve * 1000:0} ms on this machine = {solve / cost:0} × " +
                $"playing the visits through once; bytes ÷ even steps {ours.BytesPerVisit / even.BytesPerVisit:0.000}; under-served " +
                $"{ours.UnderServed:0%}, even steps {even.UnderServed:0%}");
        }
    }
}
