using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;

namespace Pantomet.Core.Tests.Runs;

public sealed class RecipeTests
{
    private static readonly Slot Slot = Slots.Of("2:1", new SizeRule.Widths([500]));
    private static readonly Recipe Base = RecipeFor(Slot, null);

    [Fact]
    public void The_same_recipe_has_the_same_hash() => Assert.Equal(Base.Hash(), RecipeFor(Slot, null).Hash());

    [Fact]
    public void Names_are_no_part_of_it() => Assert.Equal(Base.Hash(), RecipeFor(Slot with { Name = "banner", NamePattern = new NamePattern("{stem}-x") }, null).Hash());

    public static TheoryData<string, Slot, PixelRect?> Changes => new()
    {
        { "crop", Slot, new PixelRect(0, 0, 2000, 1000) },
        { "cap", Slot with { Limits = new FileLimits(new ByteCount(9000), null, null) }, null },
        { "quality", Slot with { Quality = new QualityRange(40, 85) }, null },
        { "size", Slot with { Sizes = new SizeRule.Widths([501]) }, null },
        { "format", Slot with { Formats = [PictureFormat.WebP] }, null },
        { "metadata", Slot with { Metadata = MetadataPolicy.None }, null },
        { "colour", Slot with { Colour = ColourPolicy.Keep }, null },
    };

    [Theory]
    [MemberData(nameof(Changes))]
    public void Whatever_changes_the_bytes_changes_it(string what, Slot slot, PixelRect? crop) =>
        Assert.True(Base.Hash() != RecipeFor(slot, crop).Hash(), what);

    private static Recipe RecipeFor(Slot slot, PixelRect? crop)
    {
        var facts = Slots.Photograph(3600, 2400) with { Rights = new RightsFields("Wren Aldous", "© Galewright Kites") };
        var source = crop is { } drawn ? Slots.Source(facts).WithHand(slot, drawn) : Slots.Source(facts);
        return new Recipe(source, SlotPlan.For(slot, source).Variants[0], slot);
    }
}
