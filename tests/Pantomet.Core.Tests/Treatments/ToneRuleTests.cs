using CsCheck;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Treatments;

/// <summary>The least change that makes text readable, judged by WCAG's formulas written down once more.</summary>
public sealed class ToneRuleTests
{
    private static readonly SrgbColour Black = new(0, 0, 0);
    private static readonly Gen<SrgbColour> Colours =
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, (r, g, b) => new SrgbColour(r, g, b));

    private static readonly Gen<double> Contrasts = Gen.OneOf(Gen.Const(4.5), Gen.Const(3.0));

    private static readonly Gen<ToneMeans> Means = Gen.Int[1, 15].Select(means => (ToneMeans)means);

    [Fact]
    public void What_is_found_is_readable_and_one_step_less_of_it_is_not() =>
        Gen.Select(Gen.Byte.Array[30, 600], Colours, Contrasts, Means).Sample((bytes, text, contrast, means) =>
        {
            var pixels = bytes[..(bytes.Length / 3 * 3)];
            var ground = new ToneGround(blur => Softened(pixels, blur));
            var demand = new ToneDemand(text, contrast) { Means = means };
            var found = ToneRule.Told(ToneRule.Least(ground, demand), ground, demand);
            AssertTold(Worst(pixels, text, ToneChange.None), found.Contrasts!.Without);
            AssertTold(Worst(pixels, text, found.Change), found.Contrasts.Then);
            Assert.Equal(found.IsReached, Worst(pixels, text, found.Change) >= contrast);
            Assert.Equal(found.IsReached, found.Contrasts.Then >= contrast);
            if (!found.IsReached || found.Change == ToneChange.None)
                return;
            var (path, step) = ToneRule.Paths(demand)
                .SelectMany(way => Enumerable.Range(1, way.Last).Select(at => (Way: way, Step: at)))
                .First(one => one.Way.Of(one.Step) == found.Change);
            Assert.True(Worst(pixels, text, path.Of(step - 1)) < contrast);
        });

    // By hand: a step at the end of one means is the first of none.
    [Fact]
    public void A_path_goes_through_its_means_in_order()
    {
        var path = new TonePath(new ToneDemand(Black, 4.5), (ToneMeans)15, isLighter: false);
        Assert.Equal(153 + 20 + 10 + 60, path.Last);
        Assert.Equal(new ToneChange(0, 102, 100, 0, Black, 0), path.Of(153));
        Assert.Equal(new ToneChange(0, 102, 0, 20, Black, 1), path.Of(184));
    }

    [Fact]
    public void A_large_ground_gives_what_a_small_one_of_the_same_colours_does()
    {
        var random = new Random(24);
        var few = new byte[3 * 700];
        random.NextBytes(few);
        var many = Enumerable.Repeat(few, 200).SelectMany(part => part).ToArray();
        var demand = new ToneDemand(SrgbColour.White, 4.5);
        Assert.Equal(ToneRule.Least(ToneGround.Of(few), demand).Change, ToneRule.Least(ToneGround.Of(many), demand).Change);
    }

    // Values and the order of the steps worked out by hand: 100 is drawn onto 20 to 220 as 98; its grey stays; half of black is laid over.
    [Fact]
    public void A_change_does_what_it_says_to_a_pixel()
    {
        byte[] pixel = [100, 200, 0];
        new ToneChange(20, 220, 100, 0, Black, 0).Apply(pixel);
        Assert.Equal([98, 177, 20], pixel);
        new ToneChange(0, 255, 0, 0, Black, 50).Apply(pixel);
        // 0.2126 × 98 + 0.7152 × 177 + 0.0722 × 20 = 148.87; half of 149.
        Assert.Equal([74, 74, 74], pixel);
    }

    [Fact]
    public void A_picture_on_which_it_can_be_read_is_left_as_it_is() =>
        Assert.Equal(ToneChange.None, ToneRule.Least(ToneGround.Of([255, 255, 255]), new ToneDemand(Black, 4.5)).Change);

    // By hand: #777777 is the darkest grey on which black text has 4.5:1 and more (4.69); #737373 has 4.43.
    [Fact]
    public void Black_text_on_black_raises_the_darks_until_it_reads()
    {
        var found = ToneRule.Least(ToneGround.Of([0, 0, 0]), new ToneDemand(Black, 4.5));
        Assert.Equal((true, 0), (found.IsReached, found.Change.Opacity));
        Assert.InRange(found.Change.Low, 0x73, 0x77);
    }

    [Fact]
    public void Where_the_bounds_forbid_it_the_most_they_allow_is_said()
    {
        var found = ToneRule.Least(ToneGround.Of([0, 0, 0, 255, 255, 255]), new ToneDemand(Black, 4.5) { MaxShift = 20, MaxOpacity = 5 });
        Assert.False(found.IsReached);
        Assert.Equal(new ToneChange(20, 255, 100, 0, SrgbColour.White, 5), found.Change);
        Assert.InRange(found.Contrasts!.Then, 1, 4.5);
    }

    [Fact]
    public void A_hundredth_of_the_pixels_may_be_worse()
    {
        byte[] With(int blacks) => [.. Enumerable.Range(0, 300).SelectMany(at => Enumerable.Repeat(at < blacks ? (byte)0 : (byte)255, 3))];
        Assert.Equal(ToneChange.None, ToneRule.Least(ToneGround.Of(With(3)), new ToneDemand(Black, 4.5)).Change);
        Assert.NotEqual(ToneChange.None, ToneRule.Least(ToneGround.Of(With(4)), new ToneDemand(Black, 4.5)).Change);
    }

    // In steps that are never told as more than there is.
    private static void AssertTold(double contrast, double told) => Assert.InRange(told, contrast * (1 - 4e-4), contrast * (1 + 1e-12));

    // Each pixel drawn towards the mean of all, as a blur does.
    private static byte[] Softened(byte[] pixels, int blur)
    {
        var mean = pixels.Average(value => value);
        return [.. pixels.Select(value => (byte)Math.Round(value + ((mean - value) * Math.Min(1, blur / 40.0))))];
    }

    // Pixel by pixel, without tables.
    private static double Worst(byte[] pixels, SrgbColour text, ToneChange change)
    {
        var changed = Softened(pixels, change.Blur);
        change.Apply(changed);
        var of = Light(text.Red, text.Green, text.Blue);
        var ratios = changed.Chunk(3).Select(pixel => Light(pixel[0], pixel[1], pixel[2]))
            .Select(light => (Math.Max(of, light) + 0.05) / (Math.Min(of, light) + 0.05)).Order().ToList();
        return ratios[ratios.Count / 100];
    }

    private static double Light(byte red, byte green, byte blue)
    {
        static double Linear(byte value)
        {
            var part = value / 255.0;
            return part <= 0.04045 ? part / 12.92 : Math.Pow((part + 0.055) / 1.055, 2.4);
        }

        return (0.2126 * Linear(red)) + (0.7152 * Linear(green)) + (0.0722 * Linear(blue));
    }
}
