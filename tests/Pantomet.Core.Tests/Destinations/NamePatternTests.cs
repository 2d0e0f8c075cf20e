using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests.Destinations;

public sealed class NamePatternTests
{
    private static readonly NameParts Parts = new(
        "red-kite", "Hero narrow", new PixelSize(500, 250), new Density(1.5), 7, new DateOnly(2026, 5, 18), () => "0123456789abcdef");

    [Theory]
    [InlineData("{stem}-{slot}-{width}w", "red-kite-hero-narrow-500w")]
    [InlineData("{stem}-{width}x{height}", "red-kite-500x250")]
    [InlineData("{stem}-{density}", "red-kite-1-5x")]
    [InlineData("{date}-{sequence}-{hash}", "2026-05-18-007-01234567")]
    public void Placeholders_stand_for_what_they_say(string pattern, string expected) =>
        Assert.Equal(expected, new NamePattern(pattern).NameFor(Parts));

    [Fact]
    public void A_stem_that_looks_like_a_placeholder_is_not_read_again() =>
        Assert.Equal("width-500", new NamePattern("{stem}-{width}").NameFor(Parts with { Stem = "width" }));

    [Theory]
    [InlineData("{stem}", true)]
    [InlineData("kite-{sequence}", true)]
    [InlineData("{hash}", true)]
    [InlineData("{slot}-{width}", false)]
    [InlineData("{Stem}", false)]
    [InlineData("{stem}/{width}", false)]
    [InlineData("{stem}.{width}", false)]
    [InlineData("{stem} {width}", false)]
    [InlineData("{stem}{name}", false)]
    public void Only_what_is_safe_and_tells_pictures_apart_is_a_pattern(string pattern, bool isValid) =>
        Assert.Equal(isValid, NamePattern.IsValid(pattern));

    [Theory]
    [InlineData("con", "Windows")]
    [InlineData("lpt1", "Windows")]
    [InlineData("long", "characters")]
    public void Names_that_some_system_cannot_store_are_found(string name, string part) =>
        Assert.Contains(part, NamePattern.Unfit(name == "long" ? new string('k', 121) : name), StringComparison.Ordinal);

    [Fact]
    public void Ordinary_names_are_fit() => Assert.Null(NamePattern.Unfit("console-kite"));
}
