using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Sizing;

public sealed class CssLengthTests
{
    [Theory]
    [InlineData("46vw", 640, 294.4, "46vw")]
    [InlineData("640", 1000, 640, "640px")]
    [InlineData("min(30vw, 320px)", 800, 240, "min(30vw, 320px)")]
    [InlineData("max(30vw, 320px)", 800, 320, "max(30vw, 320px)")]
    [InlineData("clamp(200px, 50vw, 400px)", 300, 200, "clamp(200px, 50vw, 400px)")]
    [InlineData("clamp(200px, 50vw, 400px)", 600, 300, "clamp(200px, 50vw, 400px)")]
    [InlineData("clamp(400px, 50vw, 200px)", 600, 400, "clamp(400px, 50vw, 200px)")]
    [InlineData("(100vw − 32px) ÷ 2", 1000, 484, "calc((100vw - 32px) / 2)")]
    [InlineData("calc(100vw-32px)", 1000, 968, "calc(100vw - 32px)")]
    [InlineData("100vw - 2 × 16px", 1000, 968, "calc(100vw - 16px * 2)")]
    [InlineData("100vw - (20px - 10px)", 1000, 990, "calc(100vw - (20px - 10px))")]
    [InlineData("min(1376px, 100vw - 32px) / (2 + 2)", 800, 192, "calc(min(1376px, 100vw - 32px) / 4)")]
    [InlineData("100VW - -8px", 100, 108, "calc(100vw - -8px)")]
    public void Is_read_computed_and_written_as_CSS_means_it(string text, double viewport, double expected, string css)
    {
        Assert.True(CssLengthReader.TryRead(text, out var length, out var problem), problem);
        Assert.Equal(expected, length.At(viewport), 9);
        Assert.Equal(css, length.ToCss());
        Assert.True(CssLengthReader.TryRead(css, out var again, out _));
        Assert.Equal(length.At(777), again.At(777), 9);
    }

    [Theory]
    [InlineData("", "how wide")]
    [InlineData("50em", "\"em\"")]
    [InlineData("50%", "percentage")]
    [InlineData("100vw / 0", "zero")]
    [InlineData("100vw / (1 - 1)", "zero")]
    [InlineData("100vw + 3", "3px")]
    [InlineData("100vw × 3px", "area")]
    [InlineData("3 / 100vw", "divided by a length")]
    [InlineData("min(30vw, 3)", "lengths only")]
    [InlineData("clamp(1px, 2px)", "three lengths")]
    [InlineData("round(3px)", "round()")]
    [InlineData("(100vw", "missing")]
    [InlineData("100vw)", "place 6")]
    [InlineData("100vw 3px", "place 7")]
    [InlineData("100vw +", "too early")]
    [InlineData("1.2.3px", "place 1")]
    [InlineData("99999999px", "place 1")]
    public void What_is_no_length_is_refused_with_a_sentence(string text, string part)
    {
        Assert.False(CssLengthReader.TryRead(text, out _, out var problem));
        Assert.Contains(part, problem, StringComparison.Ordinal);
    }

    [Fact]
    public void Deep_nesting_and_long_texts_are_refused()
    {
        Assert.False(CssLengthReader.TryRead(new string('(', 100) + "1px" + new string(')', 100), out _, out _));
        Assert.False(CssLengthReader.TryRead(string.Join('+', Enumerable.Repeat("1px", 200)), out _, out _));
    }

    [Theory]
    // (1376 − 3 × 16) ÷ 4, and spanned: 2 of them and the gap between.
    [InlineData(1376, 32, 4, 16, 1, 1920, 332, "calc((min(1376px, 100vw - 64px) - 48px) / 4)")]
    [InlineData(1376, 32, 4, 16, 2, 1920, 680, "calc((min(1376px, 100vw - 64px) - 48px) * 2 / 4 + 16px)")]
    [InlineData(1376, 32, 4, 16, 4, 1920, 1376, "min(1376px, 100vw - 64px)")]
    [InlineData(null, 0, 3, 0, 1, 900, 300, "calc(100vw / 3)")]
    public void Columns_share_what_the_margins_and_gaps_leave(
        int? container, double margin, int count, double gap, int span, double viewport, double expected, string css)
    {
        var width = new Columns(container, margin, count, gap, span).Width();
        Assert.Equal(expected, width.At(viewport), 9);
        Assert.Equal(css, width.ToCss());
    }
}
