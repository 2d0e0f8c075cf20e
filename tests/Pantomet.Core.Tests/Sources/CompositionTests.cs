using CsCheck;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sizing;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class CompositionTests
{
    private static readonly Gen<PixelSize> Sizes =
        Gen.Select(Gen.Int[1, 6000], Gen.Int[1, 6000]).Select((width, height) => new PixelSize(width, height));

    [Fact]
    public void Each_picture_is_framed_by_its_own_subject_to_the_shape_that_is_left_to_it()
    {
        var portrait = Of(new PixelSize(2000, 3000)) with
        {
            Framing = SourceFraming.None with { Subject = new PixelRect(0, 2600, 300, 300) },
        };
        var plan = new Composition(new PairLayout(PairDirection.SideBySide, 1100, 600, 5, 0), SrgbColour.White)
            .Of([portrait, Of(new PixelSize(3000, 2000))]).Value!;
        Assert.Equal(new PixelSize(1100, 600), plan.Size);
        Assert.All(plan.Parts, part => Assert.Equal(600, part.Place.Height));
        Assert.Equal(5, plan.Parts[1].Place.X - plan.Parts[0].Place.Right);
        Assert.True(plan.Parts[0].Crop.Area.Bottom >= 2900, $"{plan.Parts[0].Crop.Area} holds the subject");
    }

    [Fact]
    public void Whatever_the_pictures_are_a_pair_is_made_that_blows_none_of_them_up_or_it_is_said_why_not() =>
        Gen.Select(Sizes.List[1, 4], Gen.Int[1, 4000], Gen.Int[1, 3000].Nullable(), Gen.Int[0, 100], Gen.Int[0, 100], Gen.Bool)
            .Sample((sizes, along, across, gap, margin, isUpright) =>
            {
                var layout = new PairLayout(
                    isUpright ? PairDirection.OneAboveTheOther : PairDirection.SideBySide, along, across, gap, margin);
                var (plan, refusal) = new Composition(layout, SrgbColour.White).Of([.. sizes.Select(Of)]);
                if (refusal is not null)
                    return refusal.Sentence.Length > 0;
                return plan!.Parts.Zip(sizes).All(one =>
                {
                    var (part, size) = one;
                    var (crop, place) = (part.Crop.Area, part.Place);
                    var (across, down) = ((double)crop.Width / place.Width, (double)crop.Height / place.Height);
                    var isSameShape = Math.Abs(across - down) * Math.Min(place.Width, place.Height) <= 1;
                    return crop.LiesIn(size) && crop.Width >= place.Width && crop.Height >= place.Height && isSameShape &&
                        place.LiesIn(plan.Size);
                });
            }, iter: 3_000);

    [Fact]
    public void It_is_out_of_date_when_a_picture_is_framed_otherwise_and_not_when_something_else_is_said_of_it()
    {
        var composition = new Composition(new PairLayout(PairDirection.SideBySide, 800, 600, 4, 0), SrgbColour.White);
        var (one, other) = (Of(new PixelSize(3000, 2000)), Of(new PixelSize(2000, 3000)));
        var key = composition.Of([one, other]).Value!.Key();
        Assert.Equal(key, composition.Of([one with { Stem = "other" }, other with { Group = "kites" }]).Value!.Key());
        var framed = one with { Framing = SourceFraming.None with { Subject = new PixelRect(2500, 0, 400, 400) } };
        Assert.NotEqual(key, composition.Of([framed, other]).Value!.Key());
        Assert.NotEqual(key, composition.Of([other, one]).Value!.Key());
        Assert.NotEqual(key, (composition with { Background = default }).Of([one, other]).Value!.Key());
    }

    [Fact]
    public void In_pairs_by_light_the_differences_are_least_in_sum() =>
        Gen.Double[0, 100].Array[2, 7].Sample(light =>
        {
            var pairs = Pairs.Of(light, PairedBy.Light);
            var used = pairs.SelectMany(pair => new[] { pair.One, pair.Other }).ToList();
            if (pairs.Count != light.Length / 2 || used.Distinct().Count() != used.Count)
                return false;
            // Of an even number all are in a pair: every way to do it is tried.
            return light.Length % 2 == 1 || pairs.Sum(pair => Math.Abs(light[pair.One] - light[pair.Other])) <= Least([.. light]) + 1e-9;
        }, iter: 300);

    [Fact]
    public void By_order_the_first_goes_with_the_second()
    {
        Assert.Equal([(0, 1), (2, 3)], Pairs.Of([9, 1, 8, 2, 5], PairedBy.Order));
        Assert.Equal([(1, 3), (2, 4)], Pairs.Of([99, 1, 8, 2, 7], PairedBy.Light));
    }

    private static double Least(List<double> light)
    {
        if (light.Count == 0)
            return 0;
        return Enumerable.Range(1, light.Count - 1).Min(with =>
            Math.Abs(light[0] - light[with]) + Least([.. light.Where((_, at) => at != 0 && at != with)]));
    }

    private static Source Of(PixelSize size) => new(
        SourceId.FromHash([.. BitConverter.GetBytes(size.Width), .. BitConverter.GetBytes(size.Height), .. new byte[24]]),
        new SourceFacts(
            size, PictureFormat.Jpeg, ColourModel.Rgb, "sRGB", 8, false, 1, 1, ContentKind.Photograph, RightsFields.None, "", "", false),
        "kite", 1, default, SourceFraming.None, null);
}
