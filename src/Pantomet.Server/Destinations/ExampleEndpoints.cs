using System.Reflection;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;

namespace Pantomet.Server.Destinations;

/// <summary>Ready examples of destinations, with invented numbers, so that nobody starts from an empty form.</summary>
/// <param name="Items">Their documents, in the order in which they are offered.</param>
internal sealed record ExamplePage(IReadOnlyList<DestinationDocument> Items);

internal static class ExampleEndpoints
{
    private const string Prefix = "examples/";

    private static readonly Lazy<ExamplePage> Examples = new(Read);

    public static void MapExamples(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/examples", List).WithName("listExamples").WithTags("Destinations");

    private static Ok<ExamplePage> List() => TypedResults.Ok(Examples.Value);

    // They ship with the program: one that cannot be read is a fault of ours, and a test finds it.
    private static ExamplePage Read()
    {
        var assembly = Assembly.GetExecutingAssembly();
        return new ExamplePage(
        [
            .. assembly.GetManifestResourceNames().Where(name => name.StartsWith(Prefix, StringComparison.Ordinal)).Order().Select(name =>
            {
                using var text = new StreamReader(assembly.GetManifestResourceStream(name)!);
                return DestinationReader.Read(text.ReadToEnd()).Document ?? throw new InvalidDataException($"{name} is no destination.");
            }),
        ]);
    }
}
