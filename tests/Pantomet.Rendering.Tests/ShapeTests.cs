using System.Reflection.Metadata;
using System.Reflection.PortableExecutable;
using Pantomet.Core.Destinations;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;
using Pantomet.Imaging.Encoders;

namespace Pantomet.Rendering.Tests;

public sealed class ShapeTests
{
    [Fact]
    public void Rendering_knows_no_request_and_no_database() => Assert.DoesNotContain(
        typeof(RenderService).Assembly.GetReferencedAssemblies().Select(used => used.Name!),
        name => new[] { "AspNetCore", "EntityFramework", "Sqlite" }.Any(other => name.Contains(other, StringComparison.Ordinal)));

    // A recipe is the only description of what is to be made.
    [Theory]
    [InlineData(typeof(VariantMaker))]
    [InlineData(typeof(RenderService))]
    public void Whoever_works_on_pixels_knows_neither_slots_nor_plans(Type one)
    {
        using var file = File.OpenRead(one.Assembly.Location);
        using var assembly = new PEReader(file);
        var metadata = assembly.GetMetadataReader();
        var known = metadata.TypeReferences.Select(metadata.GetTypeReference)
            .Select(type => $"{metadata.GetString(type.Namespace)}.{metadata.GetString(type.Name)}").ToHashSet();
        Assert.Contains(typeof(RenderRecipe).FullName!, known);
        Assert.Empty(known.Intersect([typeof(Slot).FullName!, typeof(SlotPlan).FullName!, typeof(PlannedVariant).FullName!]));
    }
}
