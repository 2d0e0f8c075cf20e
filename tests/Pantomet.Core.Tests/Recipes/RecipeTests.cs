using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;

namespace Pantomet.Core.Tests.Recipes;

public sealed class RecipeTests
{
    private static readonly Slot Slot = Slots.Of("2:1", new SizeRule.Widths([500]));
    private static readonly Slot WebP = Slot with { Formats = [PictureFormat.WebP] };
    private static readonly Slot Png = Slot with { Formats = [PictureFormat.Png] };
    private static readonly Slot Padded = Slot with { Fit = Fit.Pad };
    private static readonly Slot Small = Slot with { Score = Slot.Score with { Prefer = Preference.Smaller } };
    private static readonly Slot Moving = WebP with { Animation = AnimationPolicy.Keep };
    private static readonly Slot Capped = WebP with { Limits = new FileLimits(new ByteCount(90_000), null, null) };
    private static readonly SourceFacts Photograph = Slots.Photograph(3600, 2400);
    private static readonly RenderRecipe Base = RecipeFor(Slot, null);

    [Fact]
    public void The_same_recipe_has_the_same_hash() => Assert.Equal(Base.Hash(), RecipeFor(Slot, null).Hash());

    [Fact]
    public void Names_are_no_part_of_it() =>
        Assert.Equal(Base.Hash(), RecipeFor(Slot with { Name = "banner", NamePattern = new NamePattern("{stem}-x") }, null).Hash());

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

    // Each is one thing that a slot says and one picture of which it changes no byte; StalenessTests renders both ways.
    public static TheoryData<string, Slot, Slot, SourceFacts> Idle => new()
    {
        { "the background of what fills its file", Slot, Slot with { Background = new SrgbColour(9, 9, 9) }, Photograph },
        { "transparency of what has none", Slot, Slot with { Transparency = TransparencyPolicy.Flattened }, Photograph },
        { "transparency in a format without", Slot, Slot with { Transparency = TransparencyPolicy.Flattened },
            Photograph with { HasAlpha = true } },
        { "a description where only rights stay", Slot, Slot with { Metadata = MetadataPolicy.Rights },
            Photograph with { Description = "A kite" } },
        { "looks wanted where better ones are preferred", Slot, Slot with { Score = Slot.Score with { Target = 60 } }, Photograph },
        { "sharpening of what is not reduced", Slot, Slot with { Sharpening = Sharpening.Normal }, Slots.Photograph(500, 250) },
        { "72 ppi, which is stated anyway", Slot, Slot with { Ppi = 72 }, Photograph },
        { "ppi in a format that states none", WebP, WebP with { Ppi = 300 }, Photograph },
        { "the quality of a graphic without loss", WebP, WebP with { Quality = new QualityRange(10, 20) },
            Photograph with { Kind = ContentKind.Graphic } },
        { "the effort of a format that has none", Png, Png with { Effort = Effort.Thorough }, Photograph },
    };

    [Theory]
    [MemberData(nameof(Idle))]
    public void What_changes_no_byte_leaves_it_as_it_is(string what, Slot before, Slot after, SourceFacts facts)
    {
        string Hash(Slot slot) => RecipeRules.For(Slots.Source(facts), SlotPlan.For(slot, Slots.Source(facts)).Variants[0], slot).Hash();
        Assert.True(Hash(before) == Hash(after), what);
    }

    // The same things where they do make a difference.
    public static TheoryData<string, Slot, Slot, SourceFacts> Telling => new()
    {
        { "the background under what loses its transparency", Slot, Slot with { Background = new SrgbColour(9, 9, 9) },
            Photograph with { HasAlpha = true } },
        { "the background around what is padded", Padded, Padded with { Background = new SrgbColour(9, 9, 9) }, Photograph },
        { "transparency that a format holds", WebP, WebP with { Transparency = TransparencyPolicy.Flattened },
            Photograph with { HasAlpha = true } },
        { "a description that stays", Slot, Slot with { Metadata = MetadataPolicy.All }, Photograph with { Description = "A kite" } },
        { "looks wanted where bytes are preferred", Small, Small with { Score = Small.Score with { Target = 60 } }, Photograph },
        { "sharpening of what is reduced", Slot, Slot with { Sharpening = Sharpening.Normal }, Photograph },
        { "ppi in a format that states them", Slot, Slot with { Ppi = 300 }, Photograph },
        { "the quality of a graphic under a cap", Capped, Capped with { Quality = new QualityRange(10, 20) },
            Photograph with { Kind = ContentKind.Graphic } },
        { "the quality of a graphic that moves", Moving, Moving with { Quality = new QualityRange(10, 20) },
            Photograph with { Kind = ContentKind.Graphic, Format = PictureFormat.Gif, Frames = 12 } },
        { "effort", Slot, Slot with { Effort = Effort.Thorough }, Photograph },
    };

    [Theory]
    [MemberData(nameof(Telling))]
    public void The_same_changes_it_where_bytes_change(string what, Slot before, Slot after, SourceFacts facts)
    {
        string Hash(Slot slot) => RecipeRules.For(Slots.Source(facts), SlotPlan.For(slot, Slots.Source(facts)).Variants[0], slot).Hash();
        Assert.True(Hash(before) != Hash(after), what);
    }

    // The file of a browser that reads no other loses the transparency, and decides whether this one is wanted.
    [Fact]
    public void The_background_under_a_rival_is_part_of_it()
    {
        var source = Slots.Source(Photograph with { HasAlpha = true });
        var variant = SlotPlan.For(WebP, source).Variants[0] with { Fallback = PictureFormat.Jpeg };
        Assert.NotEqual(
            RecipeRules.For(source, variant, WebP).Hash(),
            RecipeRules.For(source, variant, WebP with { Background = new SrgbColour(9, 9, 9) }).Hash());
    }

    private static RenderRecipe RecipeFor(Slot slot, PixelRect? crop)
    {
        var facts = Slots.Photograph(3600, 2400) with { Rights = new RightsFields("Wren Aldous", "© Galewright Kites") };
        var source = crop is { } drawn ? Slots.Source(facts).WithHand(slot, drawn) : Slots.Source(facts);
        return RecipeRules.For(source, SlotPlan.For(slot, source).Variants[0], slot);
    }
}
