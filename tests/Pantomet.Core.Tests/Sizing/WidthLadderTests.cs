using CsCheck;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Sizing;

public sealed class WidthLadderTests
{
    private static readonly PageLayout FullWidth = new([new LayoutRow(0, new CssLength.Vw(100))]);

    // Small tables, so that every ladder there is can be tried.
    private static readonly Gen<IReadOnlyList<Device>> SmallTable =
        from rows in Gen.Select(Gen.Int[2, 14], OneOf<double>(1, 1.5, 2, 3), Gen.Int[1, 9]).Array[1, 6]
        select Devices.Normalised([.. rows.Select(row => new Device(row.Item1, new Density(row.Item2), row.Item3))]);

    private static readonly Gen<Promise> AnyPromise =
        from cap in OneOf<double?>(null, 1, 2)
        from share in OneOf<double>(1, 0.8)
        from widest in OneOf<int?>(null, 20)
        select new Promise(cap, share, widest);

    [Fact]
    public void Three_screens_and_two_files_leave_the_cheapest_pair()
    {
        // 100 and 110 px are near each other; 300 px stands apart.
        var demands = Demand.Of(FullWidth, Table((100, 1, 1), (110, 1, 1), (300, 1, 1)), Promise.Full);
        Assert.Equal([110, 300], BestLadder.ForFiles(demands, Area, 2));
        Assert.Equal([300], BestLadder.ForFiles(demands, Area, 1));
        Assert.Equal([100, 110, 300], BestLadder.ForFiles(demands, Area, 9));
    }

    [Fact]
    public void A_cap_of_density_ends_the_ladder_where_the_promise_ends()
    {
        var demands = Demand.Of(FullWidth, Table((400, 3, 1), (1000, 1, 1)), Promise.Full with { DensityCap = 2 });
        Assert.Equal([1000], BestLadder.ForFiles(demands, Area, 1));
        Assert.Equal(0, LadderCost.Of([1000], demands, Area).UnderServed);
    }

    [Fact]
    public void The_best_is_the_best_there_is_over_all_whole_widths() =>
        Gen.Select(SmallTable, AnyPromise, Gen.Int[1, 3]).Sample((devices, promise, files) =>
        {
            var demands = Demand.Of(FullWidth, devices, promise);
            var widths = BestLadder.ForFiles(demands, Area, files);
            Assert.True(widths.Count <= files);
            var cost = LadderCost.Of(widths, demands, Area);
            Assert.Equal(0, cost.UnderServed);
            Assert.Equal(MinBytes(demands, files, [.. Enumerable.Range(1, demands.Max(demand => demand.EnoughPx))]), cost.BytesPerVisit, 6);
        }, iter: 400);

    [Fact]
    public void It_is_never_worse_than_even_steps() => Gen.Select(
        Gen.Select(Gen.Int[320, 2560], OneOf<double>(1, 1.5, 2, 2.625, 3), Gen.Double[0.1, 9]).Array[1, 60], AnyPromise, Gen.Int[1, 8])
            .Sample((rows, promise, files) =>
        {
            var demands = Demand.Of(
                FullWidth, Devices.Normalised([.. rows.Select(row => new Device(row.Item1, new Density(row.Item2), row.Item3))]), promise);
            var best = LadderCost.Of(BestLadder.ForFiles(demands, Area, files), demands, Area);
            var even = LadderCost.Of(EvenLadder.For(demands, files), demands, Area);
            Assert.True(best.BytesPerVisit <= even.BytesPerVisit + 1e-6, $"{best.BytesPerVisit} against {even.BytesPerVisit}");
            Assert.True(best.Waste <= even.Waste + 1e-9);
        }, iter: 400);

    [Fact]
    public void The_fewest_files_are_taken_that_keep_the_waste_within_a_bound()
    {
        var demands = Demand.Of(FullWidth, Devices.Invented, Promise.Full);
        var widths = BestLadder.ForWaste(demands, Area, 0.1);
        Assert.InRange(LadderCost.Of(widths, demands, Area).Waste, 0, 0.1);
        Assert.True(LadderCost.Of(BestLadder.ForFiles(demands, Area, widths.Count - 1), demands, Area).Waste > 0.1);
    }

    [Fact]
    public void Even_steps_go_from_the_least_to_the_most_that_is_needed() =>
        Assert.Equal([100, 200, 300], EvenLadder.For(Demand.Of(FullWidth, Table((100, 1, 1), (300, 1, 1)), Promise.Full), 3));

    // Common practice, no source: 655 × 1.5 = 982.5, taken as about 1000.
    [Fact]
    public void One_file_has_one_and_a_half_times_the_shown_width()
    {
        var demands = Demand.Of(new PageLayout([new LayoutRow(0, new CssLength.Px(655))]), Table((1000, 1, 1), (1000, 2, 1)), Promise.Full);
        Assert.Equal(983, OneFileWidth.For(demands, 1.5));
        var cost = LadderCost.Of([983], demands, Area);
        Assert.Equal(0.5, cost.UnderServed);
        Assert.Equal([false, true], cost.Devices.Select(device => device.IsUnderServed));
        Assert.Equal([983 / 655d, 983 / 1310d], cost.Devices.Select(device => device.ShareOfWanted));
    }

    // Common practice, no source: the shown width × 2 for dense screens.
    [Theory]
    [InlineData(800, 1600)]
    [InlineData(600, 1200)]
    [InlineData(1000, 2000)]
    public void A_dense_screen_needs_twice_the_shown_width(double shown, int expected) =>
        Assert.Equal(
            expected,
            Demand.Of(new PageLayout([new LayoutRow(0, new CssLength.Px(shown))]), Table((1200, 2, 1)), Promise.Full)[0].NeededPx);

    [Theory]
    [InlineData(320, 1, 320)]
    [InlineData(321, 1, 640)]
    [InlineData(213.33333333334, 3, 640)]
    [InlineData(100, 2, 320)]
    [InlineData(900, 2, 960)]
    public void A_browser_takes_the_smallest_that_is_enough_or_the_largest(double shown, double density, int expected) =>
        Assert.Equal(expected, BrowserChoice.Pick([320, 640, 960], shown, new Density(density)));

    private static Gen<T> OneOf<T>(params T[] values) => Gen.Int[0, values.Length - 1].Select(index => values[index]);

    private static double Area(int width) => 40 + ((double)width * width);

    private static IReadOnlyList<Device> Table(params (int Viewport, double Density, double Share)[] rows) =>
        Devices.Normalised([.. rows.Select(row => new Device(row.Viewport, new Density(row.Density), row.Share))]);

    private static double MinBytes(IReadOnlyList<Demand> demands, int files, int[] candidates) =>
        Ladders(candidates, files, 0).Select(ladder => LadderCost.Of(ladder, demands, Area)).Where(cost => cost.UnderServed == 0)
            .Min(cost => cost.BytesPerVisit);

    private static IEnumerable<List<int>> Ladders(int[] candidates, int files, int from)
    {
        for (var index = from; index < candidates.Length; index++)
        {
            yield return [candidates[index]];
            if (files == 1)
                continue;
            foreach (var rest in Ladders(candidates, files - 1, index + 1))
                yield return [candidates[index], .. rest];
        }
    }
}
