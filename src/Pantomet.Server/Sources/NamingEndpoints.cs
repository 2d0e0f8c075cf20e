using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources;

/// <summary>How some sources would be named.</summary>
/// <param name="Sources">Ids, in the order in which they are numbered.</param>
/// <param name="Names">How.</param>
internal sealed record NamingRequest(IReadOnlyList<string> Sources, NamePattern Names);

internal static class NamingEndpoints
{
    public static void MapNaming(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/names/try", TryAsync).WithTags("Sources").WithName("tryNames");

    private static async Task<Results<Ok<NamingAnswer>, ProblemHttpResult>> TryAsync(PantometDb database, NamingRequest request)
    {
        if (Naming.Unfit(request.Names, request.Sources.Count) is { } unfit)
            return Problems.Of(unfit);
        var (named, problem) = await Naming.OfAsync(database, request.Sources, request.Names);
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(named!);
    }
}
