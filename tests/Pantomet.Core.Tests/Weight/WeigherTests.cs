using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Tests.Weight;

/// <summary>The weigher against every quality there is, on pictures whose weight and looks rise by any law.</summary>
public sealed class WeigherTests
{
    private static readonly Gen<Picture> Pictures = Gen.Select(
        Gen.Long[2_000, 60_000], Gen.Double[1.0, 1.09].Array[100], Gen.Double[0, 30], Gen.Double[0, 1.6].Array[100], Gen.Double[0.8, 1.25],
        Gen.Double[-6, 6], Gen.Bool)
        .Select((start, factors, from, steps, ratio, off, hasSample) =>
        {
            var bytes = (double)start;
            var points = from;
            return new Picture(
                [.. factors.Select(factor => (long)(bytes *= factor))],
                [.. steps.Select(step => points = Math.Min(99, points + step))],
                ratio, off, hasSample);
        });

    private static readonly Gen<Slot> Asked = Gen.Select(
        Gen.Double[20, 60], Gen.Double[0, 30], Gen.Bool, Gen.Long[1_000, 400_000].Nullable(), Gen.Bool)
        .Select((floor, more, smaller, cap, hasAim) => Slots.Of("1:1", new SizeRule.Widths([400])) with
        {
            Limits = new FileLimits(
                cap is { } most ? new ByteCount(most) : null,
                hasAim && cap is { } top
                    ? new ByteRange(new ByteCount(Math.Max(1, top * 5 / 10)), new ByteCount(Math.Max(1, top * 7 / 10)))
                    : null,
                null),
            Score = new ScoreDemand(floor + more, floor, smaller ? Preference.Smaller : Preference.Better),
            Quality = smaller ? QualityRange.ForWantedLooks : QualityRange.Default,
        });

    [Fact]
    public void Cap_and_floor_hold_for_every_file_that_is_handed_out() => Check((picture, slot, weighed) =>
        weighed.Conflict != Conflict.None ||
            (weighed.Trial.Bytes <= (slot.Limits.MaxBytes?.Bytes ?? long.MaxValue) && weighed.Points >= slot.Score.Min));

    [Fact]
    public void A_conflict_is_said_only_where_no_quality_meets_cap_and_floor() => Check((picture, slot, weighed) =>
        weighed.Conflict == Conflict.None ||
            !Enumerable.Range(1, 100)
                .Any(quality => picture.Bytes(quality) <= (slot.Limits.MaxBytes?.Bytes ?? long.MaxValue) &&
                    picture.Points(quality) >= slot.Score.Min));

    [Fact]
    public void Without_limits_the_fewest_bytes_for_the_looks_wanted_are_found_to_a_point_and_a_half() => Check((picture, slot, weighed) =>
    {
        if (slot.Score.Prefer != Preference.Smaller || slot.Limits.MaxBytes is not null || weighed.Conflict != Conflict.None)
            return true;
        var least = Enumerable.Range(1, 95).FirstOrDefault(quality => picture.Points(quality) >= slot.Score.Target, 95);
        return weighed.Trial.Quality == least || (weighed.Trial.Quality > least && weighed.Points <= slot.Score.Target + 1.5);
    });

    [Fact]
    public void A_file_lies_in_the_band_whenever_one_does_that_looks_good_enough() => Check((picture, slot, weighed) =>
    {
        if (slot.Limits.TargetBytes is not { } aim || weighed.Conflict != Conflict.None || aim.Holds(new ByteCount(weighed.Trial.Bytes)))
            return true;
        return !Enumerable.Range(1, 100)
            .Any(quality => aim.Holds(new ByteCount(picture.Bytes(quality))) && picture.Points(quality) >= slot.Score.Min);
    });

    [Fact]
    public void With_a_bare_cap_the_better_file_uses_nine_tenths_of_it_or_is_the_best_there_is() => Check((picture, slot, weighed) =>
    {
        if (slot.Score.Prefer != Preference.Better || slot.Limits.TargetBytes is not null || slot.Limits.MaxBytes is not { } cap ||
            weighed.Conflict != Conflict.None)
            return true;
        return weighed.Trial.Bytes >= Math.Floor(0.9 * cap.Bytes) || weighed.Trial.Quality >= 85 ||
            picture.Bytes(weighed.Trial.Quality + 1) > cap.Bytes;
    });

    [Fact]
    public void A_floor_that_no_quality_reaches_is_said()
    {
        var slot = Slots.Of("1:1", new SizeRule.Widths([400])) with { Score = new ScoreDemand(100, 100, Preference.Better) };
        var picture = new Picture(
            [.. Enumerable.Range(1, 100).Select(quality => quality * 1_000L)],
            [.. Enumerable.Range(1, 100).Select(quality => quality * 0.9)], 1, 0, false);
        Assert.Equal(Conflict.FloorOutOfReach, picture.Weigh(slot).Conflict);
    }

    private static void Check(Func<Picture, Slot, Weighed, bool> holds) =>
        Gen.Select(Pictures, Asked).Sample((picture, slot) => holds(picture, slot, picture.Weigh(slot)), iter: 4_000);

    /// <summary>Bytes and points by quality, and a sample that is off by a share of the bytes and some points.</summary>
    private sealed record Picture(long[] Weights, double[] Looks, double Ratio, double Off, bool HasSample) : ISample
    {
        public long Bytes(int quality) => Weights[quality - 1];

        public double Points(int quality) => Looks[quality - 1];

        long ISample.Bytes(int quality) => (long)(Bytes(quality) * Ratio);

        double ISample.Points(int quality) => Points(quality) + Off;

        public Weighed Weigh(Slot slot) =>
            Weigher.Weigh(
                WeightDemand.Of(slot), PictureFormat.Jpeg,
                new Trials(quality => new byte[Bytes(quality)], trial => Points(trial.Quality), HasSample ? this : null));
    }
}
