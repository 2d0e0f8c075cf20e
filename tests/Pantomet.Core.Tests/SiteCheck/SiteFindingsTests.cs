using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.SiteCheck;

namespace Pantomet.Core.Tests.SiteCheck;

/// <summary>What is said of the files of a site: their own, how they are shown, how long they are kept.</summary>
public sealed class SiteFindingsTests
{
    private static readonly Viewport Phone = new(390, 844, 3);
    private static readonly Viewport Desktop = new(1440, 900, 1);
    private static readonly Viewport Dense = new(1440, 900, 2);

    private static readonly SourceFacts Good = new(
        new PixelSize(800, 600), PictureFormat.WebP, ColourModel.Rgb, null, 8, false, 1, 1, ContentKind.Photograph, RightsFields.None, "",
        "", false);

    [Fact]
    public void A_file_needs_the_pixels_of_the_densest_place_that_it_is_shown_in()
    {
        var need = PixelNeed.Of(new PixelSize(6000, 2000), [new(Desktop, 1200, 400), new(Dense, 1200, 400), new(Phone, 358, 119)]);

        Assert.Equal((2400, Dense), (need!.WidthPx, need.Seen.Window));
        Assert.Null(PixelNeed.Of(new PixelSize(10, 10), []));
    }

    // A wide picture in an upright box is cut off at its sides: its height decides.
    [Fact]
    public void A_picture_that_is_cut_to_another_shape_needs_what_fills_the_box()
    {
        Assert.Equal(1600, PixelNeed.Of(new PixelSize(4000, 1000), [new(Desktop, 300, 400)])!.WidthPx);
        Assert.Equal(300, PixelNeed.Of(new PixelSize(4000, 1000), [new(Desktop, 300)])!.WidthPx);
    }

    [Theory]
    [InlineData(3600, 800, "too-many-pixels")]
    [InlineData(2401, 800, "too-many-pixels")]
    [InlineData(2400, 800, "")]
    [InlineData(1600, 800, "")]
    [InlineData(1000, 800, "soft-on-dense-screens")]
    [InlineData(600, 960, "enlarged")]
    [InlineData(900, 960, "soft-on-dense-screens")]
    public void Pixels_are_too_many_or_too_few(int filePx, double shownPx, string expected)
    {
        var facts = Good with { Size = new PixelSize(filePx, filePx / 2) };

        Assert.Equal(expected, Ids(ShownFindings.Of(facts, [new(Desktop, shownPx), new(Dense, shownPx)])));
    }

    [Fact]
    public void The_figures_stand_in_the_sentence()
    {
        var facts = Good with { Size = new PixelSize(3840, 2160) };

        var found = ShownFindings.Of(facts, [new(Phone, 358, 201), new(Desktop, 1200, 675)]);

        Assert.Equal(
            "It has 10 times the pixels that are needed: 3,840 × 2,160, shown at most 1,200 CSS px wide. " +
            "With density 1 that needs 1,200 px.",
            Assert.Single(found).Sentence);
    }

    [Fact]
    public void A_drawing_is_sharp_at_every_size() =>
        Assert.Empty(ShownFindings.Of(Good with { Format = PictureFormat.Svg }, [new(Dense, 1400)]));

    [Theory]
    [InlineData(true, 100, "late-at-the-top")]
    [InlineData(true, 1000, "")]
    [InlineData(false, 100, "")]
    [InlineData(false, 2200, "")]
    [InlineData(false, 2300, "early-far-below")]
    public void Loading_goes_by_where_it_stands(bool isLate, double topPx, string expected) =>
        Assert.Equal(expected, Ids(LoadingFindings.Of(isLate, [new(Desktop, 800, 600, topPx, topPx)])));

    [Fact]
    public void Where_it_stands_is_not_guessed() => Assert.Empty(LoadingFindings.Of(true, [new(Desktop, 800)]));

    [Fact]
    public void A_file_as_it_should_be_has_nothing_said_of_it() => Assert.Empty(FileFindings.Of(Good, 1_000_000));

    [Fact]
    public void Each_defect_of_a_file_is_said()
    {
        Assert.Equal("heavier-than-1-mb", Ids(FileFindings.Of(Good, 1_000_001)));
        Assert.Equal("place-inside", Ids(FileFindings.Of(Good with { HasGeolocation = true }, 1)));
        Assert.Equal("camera-data-inside", Ids(FileFindings.Of(Good with { Camera = "Invented 5" }, 1)));
        Assert.Equal("not-srgb", Ids(FileFindings.Of(Good with { ColourProfile = "Display P3" }, 1)));
        Assert.Equal("not-srgb", Ids(FileFindings.Of(Good with { Colour = ColourModel.Cmyk }, 1)));
        Assert.Equal("turned", Ids(FileFindings.Of(Good with { Orientation = 6 }, 1)));
        Assert.Equal("older-format", Ids(FileFindings.Of(Good with { Format = PictureFormat.Jpeg }, 1)));
        Assert.Equal("photograph-as-png", Ids(FileFindings.Of(Good with { Format = PictureFormat.Png }, 1)));
        Assert.Equal("older-format", Ids(FileFindings.Of(Good with { Format = PictureFormat.Png, Kind = ContentKind.Graphic }, 1)));
        Assert.Equal("film-as-gif", Ids(FileFindings.Of(Good with { Format = PictureFormat.Gif, Frames = 9 }, 1)));
        Assert.Equal("not-for-browsers", Ids(FileFindings.Of(Good with { Format = PictureFormat.Tiff }, 1)));
    }

    [Theory]
    [InlineData("/img/kite.jpg", "max-age=2592000", "old-copy-kept")]
    [InlineData("/img/kite.jpg", "public, max-age=86400", "")]
    [InlineData("/img/kite.3f9a2b7c.jpg", "public, max-age=31536000, immutable", "")]
    [InlineData("/img/kite.jpg?v=12", "max-age=31536000", "")]
    [InlineData("/img/20240131.jpg", "max-age=31536000", "old-copy-kept")]
    [InlineData("/img/decadefaced.jpg", "max-age=31536000", "old-copy-kept")]
    [InlineData("/img/kite.jpg", "no-cache", "")]
    [InlineData("/img/kite.jpg", "No-Store", "never-kept")]
    [InlineData("/img/kite.jpg", "max-age=0", "never-kept")]
    [InlineData("/img/kite.jpg", null, "no-cache-header")]
    [InlineData("/img/kite.jpg", "max-age=soon", "no-cache-header")]
    public void How_long_a_copy_is_kept_matters_where_the_address_stays(string address, string? header, string expected) =>
        Assert.Equal(expected, Ids(CacheFindings.Of(address, header)));

    private static string Ids(IEnumerable<Pantomet.Core.Findings.Finding> found) => string.Join(' ', found.Select(one => one.Id));
}
