using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;

namespace Pantomet.Core.Tests.Proof;

public sealed class WrittenFileCheckTests
{
    private static readonly Slot Listing = Slots.Of("5:4", new SizeRule.LongestSide(2500), limits: new FileLimits(
        new ByteCount(1_000_000), new ByteRange(new ByteCount(500_000), new ByteCount(700_000)), new ByteCount(300_000)));

    private static readonly SourceFacts Source = Slots.Photograph(
        3600, 2400) with
    { Rights = new RightsFields(Copyright: "© Galewright Kites") };
    private static readonly RenderRecipe Recipe = RecipeRules.For(
        Slots.Source(Source), SlotPlan.For(Listing, Slots.Source(Source)).Variants[0], Listing);

    private static readonly WrittenFile Right = new(
        PictureFormat.Jpeg, new PixelSize(2500, 2000), new ByteCount(612_000), ColourModel.Rgb, null, false, 1, Source.Rights, "", "",
        false);

    [Fact]
    public void A_file_that_is_right_in_every_way_has_nothing_said_of_it() => Assert.Empty(Check(Right));

    public static TheoryData<string, WrittenFile> Wrongs => new()
    {
        { "wrong-format", Right with { Format = PictureFormat.Png } },
        { "wrong-size", Right with { Size = new PixelSize(2500, 1999) } },
        { "over-cap", Right with { Bytes = new ByteCount(1_000_001) } },
        { "place-data", Right with { HasGeolocation = true } },
        { "camera-data", Right with { Camera = "Demo" } },
        { "rights-lost", Right with { Rights = RightsFields.None } },
        { "metadata-left", Right with { Description = "A kite" } },
        { "wrong-colour", Right with { ColourProfile = "Display P3" } },
        { "wrong-colour", Right with { Colour = ColourModel.Cmyk } },
        { "wrong-frames", Right with { Frames = 2 } },
    };

    [Theory]
    [MemberData(nameof(Wrongs))]
    public void Each_wrong_stops_the_file(string id, WrittenFile file)
    {
        var finding = Assert.Single(Check(file), found => found.Severity == Severity.Stop);
        Assert.Equal(id, finding.Id);
    }

    [Theory]
    [InlineData(1_000_000, "above-aim")]
    [InlineData(700_000, null)]
    [InlineData(500_000, null)]
    [InlineData(499_999, "below-aim")]
    public void The_band_includes_its_ends_and_the_cap_is_allowed(long bytes, string? id) =>
        Assert.Equal(id, Check(Right with { Bytes = new ByteCount(bytes) }).SingleOrDefault()?.Id);

    [Fact]
    public void A_file_below_the_fewest_bytes_is_told_so() =>
        Assert.Contains("300.0 kB", Assert.Single(Check(Right with { Bytes = new ByteCount(245_000) })).Sentence, StringComparison.Ordinal);

    private static IReadOnlyList<Finding> Check(WrittenFile file) => WrittenFileCheck.Compare(file, Recipe, Source.Frames);
}
