using System.Text.Json.Nodes;
using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;

namespace Pantomet.Bench;

internal static class BenchSlots
{
    /// <summary>Widths for a page, in pixels.</summary>
    public static IReadOnlyList<int> TwelveWidths { get; } = [2560, 2300, 2048, 1800, 1600, 1400, 1200, 1000, 800, 640, 480, 320];

    /// <summary>A destination with one JPEG width of one quality for each slot.</summary>
    public static JsonObject Document(string id, IEnumerable<(string Id, int Width)> slots, int quality) => new()
    {
        ["format"] = "pantomet-destination-1",
        ["id"] = id,
        ["name"] = "Bench",
        ["kind"] = "site",
        ["slots"] = new JsonArray([.. slots.Select(slot => new JsonObject
        {
            ["id"] = slot.Id,
            ["name"] = slot.Id.Split('.')[1],
            ["shape"] = "free",
            ["sizes"] = new JsonObject { ["widths"] = new JsonArray(slot.Width) },
            ["formats"] = new JsonArray("jpeg"),
            ["quality"] = new JsonObject { ["floor"] = quality, ["ceiling"] = quality },
        })]),
    };

    /// <summary>A free shape at some widths in one format.</summary>
    public static Slot Of(PictureFormat format, IReadOnlyList<int> widths, QualityRange quality, long? cap) => new(
        "bench.slot", "bench", new Shape.Free(), Fit.Cover, SrgbColour.White, new SizeRule.Widths(widths), [], [format], Delivery.One,
        cap is { } most
            ? new FileLimits(new ByteCount(most), null, null)
            : FileLimits.None, quality, ColourPolicy.Srgb, MetadataPolicy.Rights, TransparencyPolicy.WhereItCan, [], NamePattern.Usual);

    /// <summary>The recipe of the first file that a slot wants of a picture.</summary>
    public static RenderRecipe Recipe(SourceFacts facts, Slot slot) => Recipe(facts, SlotPlan.For(slot, Source(facts)).Variants[0], slot);

    public static RenderRecipe Recipe(SourceFacts facts, PlannedVariant variant, Slot slot) =>
        RecipeRules.For(Source(facts), variant, slot);

    public static Source Source(SourceFacts facts) =>
        new(SourceId.FromHash(new byte[32]), facts, "bench", 1, default, SourceFraming.None, null);
}
