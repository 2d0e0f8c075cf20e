using System.Reflection.Metadata;
using System.Reflection.PortableExecutable;
using Pantomet.Core.Destinations;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Encoders;

namespace Pantomet.Imaging.Tests;

/// <summary>A recipe is the only description of what is to be made: whoever works on pixels knows neither slots nor plans.</summary>
public sealed class ShapeTests
{
    [Fact]
    public void Pixels_know_no_slot()
    {
        using var file = File.OpenRead(typeof(VariantMaker).Assembly.Location);
        using var assembly = new PEReader(file);
        var metadata = assembly.GetMetadataReader();
        var known = metadata.TypeReferences.Select(metadata.GetTypeReference)
            .Select(type => $"{metadata.GetString(type.Namespace)}.{metadata.GetString(type.Name)}").ToHashSet();
        Assert.Contains(typeof(Core.Recipes.RenderRecipe).FullName!, known);
        Assert.DoesNotContain(
            known, name => name == typeof(Slot).FullName || name == typeof(SlotPlan).FullName || name == typeof(PlannedVariant).FullName);
    }
}
