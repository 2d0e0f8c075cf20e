using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Pictures;
using Pantomet.Core.Weight;

namespace Pantomet.Core.Tests.Weight;

public sealed class QualitySearchTests
{
    private static readonly QualityRange Range = new(50, 85);

    [Fact]
    public void Without_a_limit_the_best_quality_is_made_once()
    {
        var found = Search(new WeightGoal(Range, null, null, null), quality => quality * 1000);
        Assert.Equal((85, 1), (found.Quality, found.Encodes));
    }

    [Fact]
    public void A_limit_that_the_best_quality_meets_costs_one_encode() =>
        Assert.Equal((85, 1), Pair(Search(Under(100_000), quality => quality * 1000)));

    [Fact]
    public void A_limit_that_the_lowest_quality_breaks_is_said()
    {
        var found = Search(Under(40_000), quality => quality * 1000);
        Assert.False(found.FitsLimit);
        Assert.Equal(50, found.Quality);
    }

    // Weight grows with quality, by any law: steep, flat, in steps.
    private static readonly Gen<long[]> Curves = Gen.Select(
        Gen.Long[1_000, 400_000], Gen.Double[1.0, 1.12].Array[100], Gen.Double[1.0, 1.6])
        .Select((start, factors, bend) =>
        {
            var bytes = (double)start;
            return factors.Select((factor, quality) => (long)(bytes *= quality > 85 ? Math.Pow(factor, bend) : factor)).ToArray();
        });

    [Fact]
    public void Finds_the_highest_quality_under_any_cap_or_uses_the_cap_well() =>
        Gen.Select(Curves, Gen.Long[1_000, 3_000_000], Gen.Bool).Sample((curve, cap, hasEstimate) =>
        {
            long Bytes(int quality) => curve[quality - 1];
            var found = QualitySearch.Find(
                Under(cap), WeightCurve.Of(PictureFormat.Jpeg), quality => new byte[Bytes(quality)], hasEstimate
                    ? quality => (long)(Bytes(quality) * 1.07)
                    : null);
            var best = Enumerable.Range(50, 36).LastOrDefault(quality => Bytes(quality) <= cap);
            if (best == 0)
                return !found.FitsLimit && found.Quality == 50;
            return found.FitsLimit && found.File.Length <= cap && found.File.Length == Bytes(found.Quality) &&
                (found.Quality == best || found.File.Length >= 0.9 * cap);
        });

    [Fact]
    public void Lands_in_the_band_whenever_a_quality_does() =>
        Gen.Select(Curves, Gen.Long[1_000, 2_000_000]).Sample((curve, least) =>
        {
            var most = least * 7 / 5;
            var goal = new WeightGoal(new QualityRange(50, 100), least, most, least + ((most - least) * 7 / 10));
            var found = QualitySearch.Find(goal, WeightCurve.Of(PictureFormat.Jpeg), quality => new byte[curve[quality - 1]]);
            var canLand = Enumerable.Range(50, 51).Any(quality => curve[quality - 1] >= least && curve[quality - 1] <= most);
            return !canLand || (found.File.Length >= least && found.File.Length <= most);
        });

    [Fact]
    public void Takes_few_encodes_on_a_curve_like_a_photographs()
    {
        var costs = new List<int>();
        foreach (var scale in Enumerable.Range(1, 60))
        {
            long Bytes(int quality) => (long)(2_000 * scale * Math.Exp(1.08 * WeightCurve.Of(PictureFormat.WebP).At(quality)));
            costs.Add(Search(Under(150_000), Bytes, PictureFormat.WebP).Encodes);
        }

        Assert.True(costs.Average() <= 2.5, $"{costs.Average():0.00} encodes on average");
    }

    // An estimate may be off by a constant factor: the first file says by how much, and what is known of its rise does the rest.
    [Theory]
    [InlineData(0.85)]
    [InlineData(1.0)]
    [InlineData(1.2)]
    public void An_estimate_that_is_off_by_a_factor_costs_one_more_encode_at_most(double off)
    {
        foreach (var scale in Enumerable.Range(5, 60))
        {
            foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif])
            {
                long Bytes(int quality) => (long)(4_000 * scale * Math.Exp(0.9 * WeightCurve.Of(format).At(quality)));
                // A picture that the lowest quality does not bring under the cap is no case of it.
                if (Bytes(1) > 100_000)
                    continue;
                var goal = new WeightGoal(new QualityRange(1, 100), 90_000, 100_000, 95_500);
                var found = QualitySearch.Find(
                    goal, WeightCurve.Of(format), quality => new byte[Bytes(quality)], quality => (long)(Bytes(quality) * off));
                Assert.InRange(found.File.Length, 1, 100_000);
                Assert.True(found.Encodes <= 3, $"{format} × {scale}: {found.Encodes} encodes");
            }
        }
    }

    // libwebp, QualityToCompression: from 75 on its scale is three times as steep.
    [Fact]
    public void The_usual_curves_rise_all_the_way_and_webps_has_its_bend()
    {
        foreach (var format in (PictureFormat[])[PictureFormat.Jpeg, PictureFormat.WebP, PictureFormat.Avif])
            Assert.All(
                Enumerable.Range(1, 99),
                quality => Assert.True(WeightCurve.Of(format).At(quality) < WeightCurve.Of(format).At(quality + 1), $"{format} {quality}"));
        var webP = WeightCurve.Of(PictureFormat.WebP);
        Assert.InRange((webP.At(80) - webP.At(75)) / (webP.At(75) - webP.At(70)), 2.5, 4);
    }

    private static WeightGoal Under(long cap) => new(Range, (long)(0.9 * cap), cap, (long)(0.965 * cap));

    private static (int Quality, int Encodes) Pair(QualityFound found) => (found.Quality, found.Encodes);

    private static QualityFound Search(WeightGoal goal, Func<int, long> bytes, PictureFormat format = PictureFormat.Jpeg) =>
        QualitySearch.Find(goal, WeightCurve.Of(format), quality => new byte[bytes(quality)]);
}
