using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Tests.Recipes;

/// <summary>Nothing that a slot says can be forgotten: each member changes a recipe, or cannot change a byte for a reason that is written
/// here.</summary>
public sealed class SlotMembersTests
{
    private static readonly Slot Usual = Slots.Of("2:1", new SizeRule.Widths([500]));
    private static readonly Slot WebP = Usual with { Formats = [PictureFormat.WebP] };
    private static readonly SourceFacts Photograph = Slots.Photograph(
        3600, 2400) with
    { Rights = new RightsFields("Wren Aldous", "© Galewright Kites") };
    private static readonly SourceFacts Cutout = Photograph with { HasAlpha = true };
    private static readonly SourceFacts Moving = Photograph with { Format = PictureFormat.Gif, Frames = 12 };

    private static readonly Dictionary<string, string> CannotChangeBytes = new()
    {
        [nameof(Slot.Id)] = "names the slot",
        [nameof(Slot.Name)] = "names the slot, and files",
        [nameof(Slot.NamePattern)] = "names files",
        [nameof(Slot.Groups)] = "says which sources are taken, not what becomes of them",
        [nameof(Slot.IsAtTop)] = "says how soon a page fetches it",
        [nameof(Slot.StatedPpi)] = $"follows from {nameof(Slot.Ppi)}",
        [nameof(Slot.KeepsTransparency)] = $"follows from {nameof(Slot.Transparency)}",
    };

    // A member, a slot before and after it is changed, and a picture that shows it.
    public static TheoryData<string, Slot, Slot, SourceFacts> ChangeBytes => new()
    {
        { nameof(Slot.Shape), Usual, Usual with { Shape = new Shape.Free() }, Photograph },
        { nameof(Slot.Fit), Usual, Usual with { Fit = Fit.Pad }, Photograph },
        { nameof(Slot.Background), Usual, Usual with { Background = new SrgbColour(9, 9, 9) }, Cutout },
        { nameof(Slot.Sizes), Usual, Usual with { Sizes = new SizeRule.Widths([501]) }, Photograph },
        { nameof(Slot.Tiers), Usual, Usual with { Tiers = [new Tier("narrow", 0, new Shape.Free(), new SizeRule.Widths([400]))] },
            Photograph },
        { nameof(Slot.Formats), Usual, WebP, Photograph },
        { nameof(Slot.Delivery), Usual with { Formats = [PictureFormat.WebP, PictureFormat.Jpeg] },
            Usual with { Formats = [PictureFormat.WebP, PictureFormat.Jpeg], Delivery = Delivery.Each }, Photograph },
        { nameof(Slot.Limits), Usual, Usual with { Limits = new FileLimits(new ByteCount(9_000), null, null) }, Photograph },
        { nameof(Slot.Quality), Usual, Usual with { Quality = new QualityRange(40, 85) }, Photograph },
        { nameof(Slot.Colour), Usual, Usual with { Colour = ColourPolicy.Keep }, Photograph },
        { nameof(Slot.Metadata), Usual, Usual with { Metadata = MetadataPolicy.None }, Photograph },
        { nameof(Slot.Transparency), WebP, WebP with { Transparency = TransparencyPolicy.Flattened }, Cutout },
        { nameof(Slot.Score), Usual, Usual with { Score = Usual.Score with { Min = 55 } }, Photograph },
        { nameof(Slot.Effort), Usual, Usual with { Effort = Effort.Thorough }, Photograph },
        { nameof(Slot.Sharpening), Usual, Usual with { Sharpening = Sharpening.Normal }, Photograph },
        {
            nameof(Slot.Treatments), Usual, Usual with { Treatments = new SlotTreatments(Edges: new Edges(0, default, 0.1, 0)) },
            Photograph
        },
        { nameof(Slot.Ppi), Usual, Usual with { Ppi = 300 }, Photograph },
        { nameof(Slot.Animation), WebP, WebP with { Animation = AnimationPolicy.Keep }, Moving },
        { nameof(Slot.FocusPlace), Usual, Usual with { FocusPlace = FocusPlace.Thirds }, Photograph },
        { nameof(Slot.Breathing), Usual, Usual with { Breathing = 0.5 }, Photograph },
        { nameof(Slot.KeepClear), Usual, Usual with { KeepClear = [new KeepClearZone("button", ZoneForm.Rectangle, 0.6, 0, 0.4, 1)] },
            Photograph },
    };

    [Theory]
    [MemberData(nameof(ChangeBytes))]
    public void What_it_says_changes_the_recipe_of_some_picture(string member, Slot before, Slot after, SourceFacts facts) =>
        Assert.True(!Hashes(before, facts).SequenceEqual(Hashes(after, facts)), member);

    [Fact]
    public void Or_it_cannot_change_a_byte()
    {
        var members = typeof(Slot).GetProperties().Select(property => property.Name).Where(name => name != "EqualityContract");
        Assert.Equal(members.Order(), ChangeBytes.Select(row => (string)row[0]).Concat(CannotChangeBytes.Keys).Order());
    }

    private static IEnumerable<string> Hashes(Slot slot, SourceFacts facts)
    {
        // A subject to one side, so that what has to do with framing shows.
        var source = Slots.Source(facts).WithSubject(new PixelRect(2400, 1400, 700, 700), new PixelPoint(2750, 1450));
        return SlotPlan.For(slot, source).Variants.Select(variant => RecipeRules.For(source, variant, slot).Hash());
    }
}
