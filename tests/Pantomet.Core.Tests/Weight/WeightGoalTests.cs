using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Tests.Weight;

public sealed class WeightGoalTests
{
    private static readonly PictureFormat[] Searched = [PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif];

    [Fact]
    public void A_slot_without_limits_asks_for_its_best_quality()
    {
        var goal = WeightGoal.For(WeightDemand.Of(Slots.Of("1:1", new SizeRule.Widths([400]))), PictureFormat.Jpeg);
        Assert.Equal(new WeightGoal(new QualityRange(1, 85), null, null, null), goal);
    }

    // Common practice, no source: a listing photo under 1 MB, aimed at 500 to 700 kB.
    [Fact]
    public void A_band_is_steered_for_inside_and_may_take_the_best_quality_there_is()
    {
        var limits = new FileLimits(
            new ByteCount(1_000_000), new ByteRange(new ByteCount(500_000), new ByteCount(700_000)), new ByteCount(300_000));
        var goal = WeightGoal.For(WeightDemand.Of(Slots.Of("5:4", new SizeRule.LongestSide(2500), limits: limits)), PictureFormat.Jpeg);
        Assert.Equal((500_000, 700_000, 100), (goal.Min, goal.Max, goal.Quality.Max));
        Assert.InRange(goal.Target!.Value, 500_001, 699_999);
    }

    [Fact]
    public void A_bare_cap_is_steered_for_from_below_within_the_quality_of_the_slot() =>
        Gen.Long[100, 100_000_000].Sample(cap =>
        {
            var goal = WeightGoal.For(
                WeightDemand.Of(Slots.Of("1:1", new SizeRule.Widths([400]), limits: new FileLimits(new ByteCount(cap), null, null))),
                PictureFormat.Jpeg);
            return goal.Max == cap && goal.Min <= goal.Target && goal.Target <= cap && goal.Quality == QualityRange.Default;
        });

    [Fact]
    public void Every_scale_rises_with_jpegs_and_stays_between_1_and_100()
    {
        foreach (var format in Searched)
        {
            var own = Enumerable.Range(1, 100).Select(quality => QualityScale.For(quality, format)).ToList();
            Assert.All(own, quality => Assert.InRange(quality, 1, 100));
            Assert.Equal(own.Order(), own);
            Assert.Equal(100, own[^1]);
        }
    }

    [Fact]
    public void Every_curve_rises_with_quality()
    {
        foreach (var format in Searched)
        {
            var curve = Enumerable.Range(1, 100).Select(quality => WeightCurve.Of(format).At(quality)).ToList();
            Assert.Equal(curve.Order(), curve);
            Assert.Equal(100, curve.Distinct().Count());
        }
    }

    [Theory]
    [InlineData(500_000, true)]
    [InlineData(700_000, true)]
    [InlineData(499_999, false)]
    [InlineData(700_001, false)]
    public void A_band_includes_both_its_ends(long bytes, bool expected) =>
        Assert.Equal(expected, new ByteRange(new ByteCount(500_000), new ByteCount(700_000)).Holds(new ByteCount(bytes)));
}
