using Pantomet.Core.Sizing;

namespace Pantomet.Core.Tests.Sizing;

public sealed class PageLayoutTests
{
    private static readonly PageLayout Card = new([Row(0, "46vw"), Row(640, "min(30vw, 320px)"), Row(1024, "320px")]);

    [Theory]
    [InlineData(320, 147.2)]
    [InlineData(639, 293.94)]
    [InlineData(640, 192)]
    [InlineData(1023, 306.9)]
    [InlineData(1024, 320)]
    [InlineData(2560, 320)]
    public void The_row_that_begins_last_holds(double viewport, double expected) => Assert.Equal(expected, Card.WidthAt(viewport), 9);

    // WHATWG HTML, "sizes attributes": the first media condition that is true decides.
    [Fact]
    public void The_attribute_names_the_widest_first() =>
        Assert.Equal("(min-width: 1024px) 320px, (min-width: 640px) min(30vw, 320px), 46vw", Card.SizesAttribute());

    [Fact]
    public void The_plot_keeps_every_jump_and_leaves_out_what_lies_on_a_line()
    {
        var plot = Card.Plot(320, 1920);
        Assert.Equal(
            [(320, 147.2), (639, 293.94), (640, 192)], plot.Take(3).Select(point => (point.ViewportPx, Math.Round(point.WidthPx, 6))));
        Assert.Equal((1920d, 320d), plot[^1]);
        Assert.True(plot.Count < 12);
    }

    private static LayoutRow Row(int from, string width) =>
        new(from, CssLengthReader.TryRead(width, out var length, out _) ? length : throw new FormatException(width));
}
