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

    private static readonly Gen<AspectRatio> Shapes =
        Gen.Select(Gen.Int[1, 30], Gen.Int[1, 30]).Select((across, down) => new AspectRatio(across, down));

    private static readonly PictureBounds Bounds = new(300_000_000);
    private static readonly Composition Plain = new(PairDirection.Row, 4, 0, SrgbColour.White);

    [Fact]
    public void Each_picture_is_framed_by_its_own_subject_to_the_shape_that_is_left_to_it()
    {
        var portrait = Of(new PixelSize(2000, 3000)) with
        {
            Framing = SourceFraming.None with { Subject = new PixelRect(0, 2600, 300, 300) },
        };
        var plan = new Composition(PairDirection.Row, 5, 0, SrgbColour.White, 1105, new AspectRatio(11, 12))
            .Of([portrait, Of(new PixelSize(3000, 2000))], Bounds).Value!;
        Assert.Equal(new PixelSize(1105, 600), plan.Size);
        Assert.Equal([new PixelRect(0, 0, 550, 600), new PixelRect(555, 0, 550, 600)], plan.Parts.Select(part => part.Place));
        Assert.True(plan.Parts[0].Crop.Area.Bottom >= 2900, $"{plan.Parts[0].Crop.Area} holds the subject");
    }

    [Fact]
    public void Whatever_the_pictures_are_a_pair_is_made_that_blows_none_of_them_up_or_it_is_said_why_not() =>
        Gen.Select(Sizes.List[1, 4], Gen.Int[1, 4000].Nullable(), Shapes.Nullable(), Gen.Int[0, 100], Gen.Int[0, 100], Gen.Bool)
            .Sample((sizes, width, shape, gap, margin, isUpright) =>
            {
                var direction = isUpright ? PairDirection.Column : PairDirection.Row;
                var (composition, pictures) =
                    (new Composition(direction, gap, margin, SrgbColour.White, width, shape), sizes.ConvertAll(Of));
                var (plan, refusal) = composition.Of(pictures, Bounds);
                if (refusal is not null)
                    return refusal.Sentence.Length > 0;
                return plan!.Size.Width == (width ?? composition.LargestWidth(pictures, Bounds)) && plan.Parts.Zip(sizes).All(one =>
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
    public void Where_nobody_says_how_wide_it_is_as_wide_as_its_pictures_allow_and_no_wider_can_be_asked_for() =>
        Gen.Select(Sizes.List[2, 3], Shapes.Nullable(), Gen.Int[0, 30], Gen.Bool).Sample((sizes, shape, gap, isUpright) =>
        {
            var composition = new Composition(
                isUpright ? PairDirection.Column : PairDirection.Row, gap, 0, SrgbColour.White, Shape: shape);
            var pictures = sizes.ConvertAll(Of);
            if (composition.Of(pictures, Bounds).Value is not { } plan)
                return true;
            // A pixel more may still be rounded away.
            var (wider, refusal) = (composition with { Width = plan.Size.Width + (plan.Size.Width / 100) + 2 }).Of(pictures, Bounds);
            return wider is null && refusal!.Sentence.Contains("at most", StringComparison.Ordinal);
        }, iter: 500);

    // Common practice, no source: a pair of two portraits is as large as the smaller of them allows.
    [Fact]
    public void Two_portraits_of_one_shape_make_a_pair_of_the_smaller_ones_height()
    {
        var plan = Plain.Of([Of(new PixelSize(2000, 3000)), Of(new PixelSize(1000, 1500))], Bounds).Value!;
        Assert.Equal(new PixelSize(2004, 1500), plan.Size);
    }

    [Fact]
    public void Extremes_are_made_or_it_is_said_why_not()
    {
        Assert.Equal(new PixelSize(230, 1), Plain.Of([Of(new PixelSize(1, 1)), Of(new PixelSize(30_000, 200))], Bounds).Value!.Size);
        Assert.Contains("2 or 3", Plain.Of([Of(new PixelSize(9, 9))], Bounds).Refusal!.Sentence, StringComparison.Ordinal);
        var tight = Plain with { Margin = 400, Width = 600 };
        Assert.Contains("no room", tight.Of([Of(new PixelSize(900, 900)), Of(new PixelSize(900, 900))], Bounds).Refusal!.Sentence);
        Assert.Contains("from 0 to", (Plain with { Gap = -1 }).Of([Of(new(9, 9)), Of(new(9, 9))], Bounds).Refusal!.Sentence);
        var many = new PictureBounds(1_000_000);
        Assert.True(Plain.Of([Of(new(4000, 4000)), Of(new(4000, 4000))], many).Value!.Size.Count is > 980_000 and <= 1_000_000);
        Assert.Contains("more than a picture", (Plain with { Width = 4000 }).Of([Of(new(4000, 4000)), Of(new(4000, 4000))], many)
            .Refusal!.Sentence);
    }

    [Fact]
    public void It_is_out_of_date_when_a_picture_is_framed_otherwise_and_not_when_something_else_is_said_of_it()
    {
        var composition = Plain with { Width = 800, Shape = new AspectRatio(4, 3) };
        var (one, other) = (Of(new PixelSize(3000, 2000)), Of(new PixelSize(2000, 3000)));
        string Key(params Source[] pictures) => composition.Of(pictures, Bounds).Value!.Key();
        var key = Key(one, other);
        Assert.Equal(key, Key(one with { Stem = "other" }, other with { Group = "kites" }));
        Assert.NotEqual(key, Key(one with { Framing = SourceFraming.None with { Subject = new PixelRect(2500, 0, 400, 400) } }, other));
        Assert.NotEqual(key, Key(other, one));
        Composition[] others =
        [
            composition with { Background = default }, composition with { Direction = PairDirection.Column },
            composition with { Gap = 5 }, composition with { Margin = 1 }, composition with { Width = 801 },
            composition with { Shape = null }
        ];
        Assert.All(others, changed => Assert.NotEqual(key, changed.Of([one, other], Bounds).Value!.Key()));
    }

    [Fact]
    public void What_is_said_of_its_pictures_is_said_of_it()
    {
        Assert.Equal("red-kite-and-reel", ComposedWords.StemOf(["red-kite", "reel", "red-kite"]));
        Assert.Equal("A red kite; A reel", ComposedWords.AltTextOf(["A red kite.", "", "A reel."]));
        Assert.Equal("", ComposedWords.AltTextOf(["", " "]));
        Assert.Equal("shoot", ComposedWords.GroupOf(["shoot", "shoot"]));
        Assert.Equal("", ComposedWords.GroupOf(["shoot", ""]));
        Assert.Equal(
            new RightsFields("Ida; Ole", "Galewright Kites"),
            ComposedWords.RightsOf(
                [new("Ida", "Galewright Kites", WebStatement: "https://one.example"), new("Ole", "Galewright Kites"), RightsFields.None]));
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
