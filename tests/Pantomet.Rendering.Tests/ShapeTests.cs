using System.Reflection.Metadata;
using System.Reflection.PortableExecutable;
using Pantomet.Core.Destinations;
using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;

namespace Pantomet.Rendering.Tests;

public sealed class ShapeTests
{
    [Fact]
    public void Rendering_knows_no_request_and_no_database() => Assert.DoesNotContain(
        typeof(RenderService).Assembly.GetReferencedAssemblies(),
        used => used.Name!.Contains("AspNetCore", StringComparison.Ordinal) ||
            used.Name.Contains("EntityFramework", StringComparison.Ordinal) || used.Name.Contains("Sqlite", StringComparison.Ordinal));

    [Fact]
    public void Rendering_knows_no_slot()
    {
        using var file = File.OpenRead(typeof(RenderService).Assembly.Location);
        using var assembly = new PEReader(file);
        var metadata = assembly.GetMetadataReader();
        var known = metadata.TypeReferences.Select(metadata.GetTypeReference)
            .Select(type => $"{metadata.GetString(type.Namespace)}.{metadata.GetString(type.Name)}").ToHashSet();
        Assert.Contains(typeof(RenderRecipe).FullName!, known);
        Assert.DoesNotContain(
            known, name => name == typeof(Slot).FullName || name == typeof(SlotPlan).FullName || name == typeof(PlannedVariant).FullName);
    }
}
