using NetArchTest.Rules;

namespace Pantomet.Server.Tests;

/// <summary>Services speak outcomes; what they mean in HTTP is said by endpoints, and by Hosting, which is about requests.</summary>
public sealed class ShapeTests
{
    [Fact]
    public void Services_know_no_request()
    {
        var result = Types.InAssembly(typeof(Program).Assembly)
            .That().ResideInNamespaceStartingWith("Pantomet.Server").And().DoNotResideInNamespaceStartingWith("Pantomet.Server.Hosting")
            .And().DoNotHaveNameMatching("Endpoints").And().DoNotHaveNameMatching("^Program$")
            .ShouldNot()
            .HaveDependencyOnAny(
                "Microsoft.AspNetCore.Http.HttpContext", "Microsoft.AspNetCore.Http.HttpResults", "Microsoft.AspNetCore.Http.TypedResults",
                "Microsoft.AspNetCore.Http.StatusCodes")
            .GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
