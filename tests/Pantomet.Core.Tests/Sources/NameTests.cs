using CsCheck;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Sources;

public sealed class NameTests
{
    [Theory]
    [InlineData("Red Diamond Kite", "red-diamond-kite")]
    [InlineData("kite's  tail__(2)", "kites-tail-2")]
    [InlineData("--- ", "picture")]
    [InlineData("", "picture")]
    public void A_stem_is_lower_case_words_joined_by_hyphens(string name, string stem) => Assert.Equal(stem, Stem.From(name));

    [Fact]
    public void Every_stem_that_is_made_is_valid_and_stays_as_it_is() =>
        Gen.String.Sample(name => Stem.IsValid(Stem.From(name)) && Stem.From(Stem.From(name)) == Stem.From(name));

    [Fact]
    public void A_stem_that_is_taken_gets_the_first_free_number()
    {
        string[] taken = ["kite", "kite-2"];
        Assert.Equal("kite-3", Stem.Free("kite", taken.Contains));
    }

    [Fact]
    public void A_number_fits_even_behind_the_longest_stem()
    {
        var longest = new string('k', Stem.MaxCharacters);
        Assert.True(Stem.IsValid(Stem.Free(longest, candidate => candidate == longest)));
    }

    [Theory]
    [InlineData("IMG_4711.jpg", true)]
    [InlineData("DSC00012.JPG", true)]
    [InlineData("_DSC1234.tif", true)]
    [InlineData("PXL_20260518_104207123.jpg", true)]
    [InlineData("20260518_104207.jpg", true)]
    [InlineData("IMG_4711 (2).jpg", true)]
    [InlineData("Screenshot 2026-05-18.png", true)]
    [InlineData("4711.jpg", true)]
    [InlineData("red-kite-4711.jpg", false)]
    [InlineData("logo-1200.png", false)]
    [InlineData("image of a red kite.jpg", false)]
    [InlineData("dune-box-kite.jpg", false)]
    public void Names_that_a_camera_made_up_are_noticed(string name, bool expected) => Assert.Equal(expected, CameraName.Is(name));

    [Theory]
    [InlineData("../../etc/passwd.jpg", "passwd.jpg")]
    [InlineData("C:\\pictures\\kite.jpg", "kite.jpg")]
    [InlineData("ki\u0000te\u0007.jpg", "kite.jpg")]
    [InlineData("kite\u202Egpj.exe", "kitegpj.exe")]
    [InlineData("🪁 kite.jpg", "🪁 kite.jpg")]
    [InlineData("עפיפון.jpg", "עפיפון.jpg")]
    [InlineData("..", "unnamed")]
    [InlineData(null, "unnamed")]
    public void A_name_from_outside_is_made_safe_to_keep(string? sent, string kept) => Assert.Equal(kept, ArrivingFileName.Clean(sent));

    [Fact]
    public void A_long_name_is_cut_and_keeps_its_ending()
    {
        var kept = ArrivingFileName.Clean(new string('k', 300) + ".jpg");
        Assert.True(kept.Length <= 200);
        Assert.EndsWith(".jpg", kept, StringComparison.Ordinal);
    }
}
