using Pantomet.Core.Destinations;
using Pantomet.Core.Framing;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Encoders;
using Pantomet.Imaging.Rendering;
using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests;

/// <summary>Makes the files of a slot as a run does.</summary>
internal static class Making
{
    public static EncodedFile One(string path, Slot slot, SourceFraming? framing = null)
    {
        var facts = SourceProbe.Probe(path, 300_000_000).Facts;
        using var source = DecodedSource.Open(path, facts);
        return Of(source, SlotPlan.For(slot, Demo.Source(facts) with { Framing = framing ?? SourceFraming.None }).Variants[0], slot);
    }

    public static EncodedFile Of(DecodedSource source, PlannedVariant variant, Slot slot) =>
        VariantMaker.Make(source, Recipe(source, variant, slot), new RemedyRecipes(Demo.Source(source.Facts), variant, slot));

    public static RenderRecipe Recipe(DecodedSource source, PlannedVariant variant, Slot slot) =>
        RecipeRules.For(Demo.Source(source.Facts), variant, slot);
}
