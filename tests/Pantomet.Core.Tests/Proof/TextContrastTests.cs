using Pantomet.Core.Measures;
using Pantomet.Core.Proof;

namespace Pantomet.Core.Tests.Proof;

public sealed class TextContrastTests
{
    private static readonly SrgbColour Black = new(0, 0, 0);

    // WCAG 2.2, "contrast ratio": black on white is 21:1. W3C, "Understanding 1.4.3": #777777 on white is 4.47:1 and falls short of 4.5.
    [Theory]
    [InlineData(0x00, 21)]
    [InlineData(0x77, 4.478)]
    [InlineData(0xff, 1)]
    public void Text_on_white(byte grey, double ratio) =>
        Assert.Equal(ratio, TextContrast.Over([255, 255, 255], new SrgbColour(grey, grey, grey), Black, 0), 2);

    [Fact]
    public void The_worst_tenth_decides_and_a_smaller_part_does_not()
    {
        byte[] With(int whites) => [.. Enumerable.Range(0, 100).SelectMany(at => Enumerable.Repeat(at < whites ? (byte)255 : (byte)0, 3))];
        Assert.Equal(1, TextContrast.Over(With(11), SrgbColour.White, Black, 0), 6);
        Assert.Equal(21, TextContrast.Over(With(10), SrgbColour.White, Black, 0), 6);
    }

    // Half of black on white is #808080 within a rounding, on which white has 3.95:1 (WCAG 2.2).
    [Fact]
    public void An_overlay_counts_as_far_as_it_is_opaque()
    {
        Assert.Equal(1, TextContrast.Over([255, 255, 255], SrgbColour.White, Black, 0), 6);
        Assert.Equal(3.97, TextContrast.Over([255, 255, 255], SrgbColour.White, Black, 0.5), 1);
        Assert.Equal(21, TextContrast.Over([255, 255, 255], SrgbColour.White, Black, 1), 6);
    }
}
