using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Destinations;

public sealed class FocusPlaceTests
{
    // CSS Values 4, <position>: one value leaves the other at the centre, words may come in either order.
    [Theory]
    [InlineData("center", 0.5, 0.5)]
    [InlineData("left", 0, 0.5)]
    [InlineData("top", 0.5, 0)]
    [InlineData("right top", 1, 0)]
    [InlineData("top right", 1, 0)]
    [InlineData("bottom center", 0.5, 1)]
    [InlineData("30%", 0.3, 0.5)]
    [InlineData("30% 60%", 0.3, 0.6)]
    [InlineData("left 20%", 0, 0.2)]
    [InlineData("20% bottom", 0.2, 1)]
    public void Is_written_like_a_css_position(string text, double x, double y)
    {
        Assert.True(FocusPlace.TryParse(text, out var place));
        Assert.Equal([new PixelPoint(x, y)], place.Points);
        Assert.Equal(text, place.ToString());
    }

    [Fact]
    public void Thirds_are_four_places() =>
        Assert.True(FocusPlace.TryParse("thirds", out var place) && place.Points.Count == 4 && place == FocusPlace.Thirds);

    [Theory]
    [InlineData("")]
    [InlineData("middle")]
    [InlineData("left right")]
    [InlineData("top bottom")]
    [InlineData("120%")]
    [InlineData("-5% 0%")]
    [InlineData("10px")]
    [InlineData("left top center")]
    public void Anything_else_is_no_place(string text) => Assert.False(FocusPlace.TryParse(text, out _));

    [Fact]
    public void Without_a_focus_the_picture_s_point_is_the_one_css_puts_there()
    {
        Assert.True(FocusPlace.TryParse("25% 100%", out var place));
        Assert.Equal(new PixelPoint(900, 2400), place.FocusOf(new PixelSize(3600, 2400)));
    }
}
