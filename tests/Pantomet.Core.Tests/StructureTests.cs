using System.Reflection;
using NetArchTest.Rules;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests;

public sealed class StructureTests
{
    // Each may use those before it, and none of those behind it.
    private static readonly string[] Folders =
    [
        "Measures", "Findings", "Kernels", "Pictures", "Sizing", "Treatments", "Destinations", "Framing", "Weight", "Sources", "Recipes",
            "Proof", "Runs", "Packages", "Publishing", "SiteCheck",
    ];

    private static readonly Assembly Core = typeof(PixelSize).Assembly;

    [Fact]
    public void Core_knows_nothing_of_the_others_nor_of_any_package() =>
        Assert.All(Core.GetReferencedAssemblies(), used => Assert.StartsWith("System.", used.Name, StringComparison.Ordinal));

    [Fact]
    public void Core_touches_no_file_no_network_and_no_process()
    {
        var result = Types.InAssembly(Core).ShouldNot().HaveDependencyOnAny(
            "System.IO.File", "System.IO.FileStream", "System.IO.Directory", "System.Net", "System.Diagnostics.Process",
            "System.TimeProvider").GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }

    [Fact]
    public void The_folders_of_Core_have_no_circles()
    {
        foreach (var (at, folder) in Folders.Index())
        {
            var behind = Folders[(at + 1)..].Select(name => $"Pantomet.Core.{name}").ToArray();
            var result = Types.InAssembly(Core).That().ResideInNamespaceStartingWith($"Pantomet.Core.{folder}").ShouldNot()
                .HaveDependencyOnAny(behind).GetResult();
            Assert.True(result.IsSuccessful, $"{folder} uses what is behind it: {string.Join(", ", result.FailingTypeNames ?? [])}");
        }

        var found = Core.GetTypes().Select(type => type.Namespace ?? "")
            .Where(name => name.StartsWith("Pantomet.Core.", StringComparison.Ordinal)).Select(name => name.Split('.')[2]);
        Assert.Equal(Folders.Order(), found.Distinct().Order());
    }
}
