using System.Reflection;
using NetArchTest.Rules;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Tests;

public sealed class StructureTests
{
    private static readonly Assembly Core = typeof(PixelSize).Assembly;

    [Fact]
    public void Core_knows_nothing_of_the_others_nor_of_any_package() =>
        Assert.All(Core.GetReferencedAssemblies(), used => Assert.StartsWith("System.", used.Name, StringComparison.Ordinal));

    [Fact]
    public void Core_touches_no_file_no_network_and_no_process()
    {
        var result = Types.InAssembly(Core).ShouldNot().HaveDependencyOnAny(
            "System.IO.File", "System.IO.FileStream", "System.IO.Directory", "System.Net", "System.Diagnostics.Process", "System.TimeProvider").GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
