using CsCheck;
using Pantomet.Core.Destinations;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Treatments;

/// <summary>The least change that makes text readable, judged by WCAG's formulas written down once more.</summary>
public sealed class ToneRuleTests
{
    private static readonly BackgroundColour Black = new(0, 0, 0);
    private static readonly Gen<BackgroundColour> Colours =
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, (r, g, b) => new BackgroundColour(r, g, b));

    [Fact]
    public void What_is_found_is_readable_and_one_step_less_is_not() =>
        Gen.Select(Gen.Byte.Array[30, 600], Colours, Gen.OneOf(Gen.Const(4.5), Gen.Const(3.0))).Sample((bytes, text, contrast) =>
        {
            var pixels = bytes[..(bytes.Length / 3 * 3)];
            var demand = new ToneDemand(text, contrast);
            var found = ToneRule.Least(pixels, demand);
            Assert.Equal(Worst(pixels, text, found.Change), found.Contrast, 9);
            Assert.Equal(found.IsReached, found.Contrast >= contrast);
            if (!found.IsReached || found.Change == ToneChange.None)
                return;
            var isLighter = found.Change.High == 255 && found.Change.Overlay != Black;
            var step = isLighter ? found.Change.Low + found.Change.Percent : 255 - found.Change.High + found.Change.Percent;
            Assert.Equal(found.Change, ToneRule.Of(demand, step, isLighter));
            Assert.True(Worst(pixels, text, ToneRule.Of(demand, step - 1, isLighter)) < contrast);
        });

    [Fact]
    public void A_picture_on_which_it_can_be_read_is_left_as_it_is() =>
        Assert.Equal(ToneChange.None, ToneRule.Least([255, 255, 255], new ToneDemand(Black, 4.5)).Change);

    // By hand: #777777 is the darkest grey on which black text has 4.5:1 and more (4.69); #737373 has 4.43.
    [Fact]
    public void Black_text_on_black_raises_the_darks_until_it_reads()
    {
        var found = ToneRule.Least([0, 0, 0], new ToneDemand(Black, 4.5));
        Assert.Equal((true, 0), (found.IsReached, found.Change.Percent));
        Assert.InRange(found.Change.Low, 0x73, 0x77);
    }

    [Fact]
    public void Where_the_bounds_forbid_it_the_most_they_allow_is_said()
    {
        var found = ToneRule.Least([0, 0, 0, 255, 255, 255], new ToneDemand(Black, 4.5) { MaxShift = 20, MaxPercent = 5 });
        Assert.False(found.IsReached);
        Assert.Equal(new ToneChange(20, 255, BackgroundColour.White, 5), found.Change);
        Assert.InRange(found.Contrast, 1, 4.5);
    }

    [Fact]
    public void A_hundredth_of_the_pixels_may_be_worse()
    {
        byte[] With(int blacks) => [.. Enumerable.Range(0, 300).SelectMany(at => Enumerable.Repeat(at < blacks ? (byte)0 : (byte)255, 3))];
        Assert.Equal(ToneChange.None, ToneRule.Least(With(3), new ToneDemand(Black, 4.5)).Change);
        Assert.NotEqual(ToneChange.None, ToneRule.Least(With(4), new ToneDemand(Black, 4.5)).Change);
    }

    // Pixel by pixel, without tables.
    private static double Worst(byte[] pixels, BackgroundColour text, ToneChange change)
    {
        var changed = pixels.ToArray();
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
