using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class SourceTraitTests
{
    private static readonly SourceFacts Ordinary = Slots.Photograph(3600, 2400);

    [Fact]
    public void An_ordinary_photograph_has_none() => Assert.Empty(SourceTrait.Of(Ordinary, "red-kite.jpg", "red-kite", isComposed: false));

    public static TheoryData<string, SourceFacts> Unusual => new()
    {
        { "turned", Ordinary with { Orientation = 6 } },
        { "cmyk", Ordinary with { Colour = ColourModel.Cmyk, ColourProfile = "Press" } },
        { "grey", Ordinary with { Colour = ColourModel.Grey } },
        { "wide-gamut", Ordinary with { ColourProfile = "Display P3" } },
        { "deep", Ordinary with { BitDepth = 16 } },
        { "transparent", Ordinary with { HasAlpha = true } },
        { "animated", Ordinary with { Format = PictureFormat.Gif, Frames = 12 } },
        { "pages", Ordinary with { Format = PictureFormat.Tiff, Frames = 3 } },
        { "vector", Ordinary with { Format = PictureFormat.Svg } },
        { "place", Ordinary with { HasGeolocation = true } },
        { "small", Ordinary with { Size = new PixelSize(640, 480) } },
    };

    [Theory]
    [MemberData(nameof(Unusual))]
    public void What_is_unusual_is_said_once_with_what_becomes_of_it(string id, SourceFacts facts)
    {
        var trait = Assert.Single(SourceTrait.Of(facts, "red-kite.jpg", "red-kite", isComposed: false));
        Assert.Equal(id, trait.Id);
        Assert.EndsWith(".", trait.Sentence, StringComparison.Ordinal);
        Assert.InRange(trait.Label.Length, 3, 20);
    }

    [Theory]
    [InlineData(2, "mirrored")]
    [InlineData(3, "turned 180°")]
    [InlineData(6, "turned 90°")]
    [InlineData(8, "turned 90°")]
    public void A_turn_is_named(int orientation, string label) =>
        Assert.Equal(label, SourceTrait.Of(Ordinary with { Orientation = orientation }, "kite.jpg", "kite", isComposed: false)[0].Label);

    [Theory]
    [InlineData(null)]
    [InlineData("sRGB IEC61966-2.1")]
    [InlineData("sRGB")]
    public void A_picture_without_a_profile_or_with_that_of_srgb_is_not_unusual(string? profile) =>
        Assert.False((Ordinary with { ColourProfile = profile }).IsOutsideSrgb);

    [Fact]
    public void Several_are_said_in_a_fixed_order()
    {
        var facts = Ordinary with { Orientation = 3, HasGeolocation = true, BitDepth = 16 };
        Assert.Equal(
            ["camera-name", "turned", "deep", "place"],
            SourceTrait.Of(facts, "IMG_4711.jpg", "img-4711", isComposed: false).Select(trait => trait.Id));
    }

    [Fact]
    public void An_id_is_the_hash_and_nothing_else_is_one()
    {
        var id = SourceId.FromHash([.. Enumerable.Range(0, 32).Select(part => (byte)part)]);
        Assert.True(SourceId.TryParse(id.Sha256, out var read));
        Assert.Equal(id, read);
        foreach (var other in (string?[])[null, "", "../secret", id.Sha256.ToUpperInvariant(), id.Sha256 + "0"])
            Assert.False(SourceId.TryParse(other, out _));
        Assert.Throws<ArgumentException>(() => SourceId.FromHash(new byte[31]));
    }

    [Fact]
    public void A_stem_that_somebody_gave_makes_up_for_a_name_of_the_camera() =>
        Assert.Empty(SourceTrait.Of(Ordinary, "IMG_4711.jpg", "red-diamond-kite", isComposed: false));

    [Fact]
    public void One_that_is_made_of_others_says_so() =>
        Assert.Equal("composed", Assert.Single(SourceTrait.Of(Ordinary, "a-and-b.png", "a-and-b", isComposed: true)).Id);
}
