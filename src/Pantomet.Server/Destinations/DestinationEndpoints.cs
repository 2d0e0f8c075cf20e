using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Destinations;

/// <summary>Every destination's document, in the order in which they are shown.</summary>
internal sealed record DestinationPage(IReadOnlyList<DestinationDocument> Items);

/// <summary>The scale drawings of all slots.</summary>
internal sealed record DrawingPage(IReadOnlyList<SlotDrawing> Items);

/// <summary>One slot of the scale drawing.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="Sizes">Largest first; where the shape is free, those of a 3:2 picture; empty where every pixel is kept.</param>
/// <param name="FollowsPicture">Whether the sizes depend on the picture.</param>
internal sealed record SlotDrawing(string Slot, IReadOnlyList<PixelSize> Sizes, bool FollowsPicture);

internal static class DestinationEndpoints
{
    private const string SchemaName = "destination-1.json";

    public static void MapDestinations(this IEndpointRouteBuilder routes)
    {
        var destinations = routes.MapGroup("/api/destinations").WithTags("Destinations");
        destinations.MapGet("", ListAsync).Produces<DestinationPage>().WithName("listDestinations");
        routes.MapGet("/api/drawings", DrawAsync).WithTags("Destinations").WithName("drawSlots");
        destinations.MapPost("", AddAsync).Produces<DestinationDocument>(StatusCodes.Status201Created).WithName("addDestination");
        destinations.MapGet("/{id}", GetAsync).Produces<DestinationDocument>().WithName("getDestination");
        destinations.MapPut("/{id}", ReplaceAsync).Produces<DestinationDocument>().WithName("replaceDestination");
        destinations.MapDelete("/{id}", DeleteAsync).WithName("deleteDestination");
        routes.MapGet($"/schemas/{SchemaName}", Schema).ExcludeFromDescription();
    }

    private static async Task<JsonHttpResult<DestinationPage>> ListAsync(DestinationCatalogue catalogue, CancellationToken cancel) =>
        TypedResults.Json(new DestinationPage(await catalogue.DocumentsAsync(cancel)), DestinationDocument.Json);

    private static async Task<Ok<DrawingPage>> DrawAsync(DestinationCatalogue catalogue, CancellationToken cancel) =>
        TypedResults.Ok(new DrawingPage([.. (await catalogue.SlotsAsync(cancel)).Values.Select(placed => Drawn(placed.Slot))]));

    private static async Task<Results<JsonHttpResult<DestinationDocument>, ProblemHttpResult>> GetAsync(DestinationCatalogue catalogue, string id, CancellationToken cancel) =>
        await catalogue.DocumentAsync(id, cancel) is { } document
            ? TypedResults.Json(document, DestinationDocument.Json)
            : Problems.NotFound("destination", id);

    private static async Task<Results<JsonHttpResult<DestinationDocument>, ProblemHttpResult>> AddAsync(DestinationCatalogue catalogue, JsonElement body, CancellationToken cancel)
    {
        var (document, problem) = await ReadAsync(catalogue, body, replacing: null, cancel);
        if (document is null)
            return problem!;
        await catalogue.StoreAsync(document, cancel);
        return TypedResults.Json(document, DestinationDocument.Json, statusCode: StatusCodes.Status201Created);
    }

    private static async Task<Results<JsonHttpResult<DestinationDocument>, ProblemHttpResult>> ReplaceAsync(DestinationCatalogue catalogue, string id, JsonElement body, CancellationToken cancel)
    {
        var (document, problem) = await ReadAsync(catalogue, body, replacing: id, cancel);
        if (document is null)
            return problem!;
        if (document.Id != id)
            return Problems.Invalid("id", $"The document's id is \"{document.Id}\", the address says \"{id}\". An id stays what it is.");
        await catalogue.StoreAsync(document, cancel);
        return TypedResults.Json(document, DestinationDocument.Json);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DeleteAsync(DestinationCatalogue catalogue, string id, TimeProvider clock, CancellationToken cancel) =>
        await catalogue.DeleteAsync(id, clock.GetUtcNow().UtcDateTime, cancel) ? TypedResults.NoContent() : Problems.NotFound("destination", id);

    private static Stream OpenSchema() => Assembly.GetExecutingAssembly().GetManifestResourceStream(SchemaName)!;

    private static FileStreamHttpResult Schema() => TypedResults.Stream(OpenSchema(), "application/schema+json");

    private static async Task<(DestinationDocument? Document, ProblemHttpResult? Problem)> ReadAsync(
        DestinationCatalogue catalogue, JsonElement body, string? replacing, CancellationToken cancel)
    {
        var reading = DestinationReader.Read(body.GetRawText());
        if (reading.Problems is [var first, ..])
        {
            var more = reading.Problems.Count > 1 ? $" ({reading.Problems.Count - 1} more: {string.Join("; ", reading.Problems.Skip(1).Select(problem => $"{problem.Field}: {problem.Sentence}"))})" : "";
            return (null, Problems.Invalid(first.Field, first.Sentence + more));
        }

        if (replacing is null && await catalogue.DocumentAsync(reading.Destination!.Id, cancel) is not null)
            return (null, Problems.Invalid("id", $"There is a destination \"{reading.Destination.Id}\" already. Give this one another id, or replace that one with PUT."));
        var others = (await catalogue.SlotsAsync(cancel)).Values.Where(placed => placed.Destination.Id != (replacing ?? ""));
        var taken = others.FirstOrDefault(placed => reading.Destination!.Slots.Any(slot => slot.Id == placed.Slot.Id));
        return taken is not null
            ? (null, Problems.Invalid("slots", $"The slot id \"{taken.Slot.Id}\" belongs to {taken.Destination.Name} already. Slot ids are unique across destinations."))
            : (body.Deserialize<DestinationDocument>(DestinationDocument.Json), null);
    }

    private static SlotDrawing Drawn(Slot slot)
    {
        // A free shape is drawn as the most common camera format would come out.
        var usual = new PixelSize(3600, 2400);
        var follows = slot.Shape is Shape.Free or Shape.Range;
        IReadOnlyList<PixelSize> sizes = slot.Sizes is SizeRule.AllPixels ? [] : [.. OutputSizes.For(slot, slot.Shape.RatioFor(AspectRatio.Of(usual)).LargestIn(usual)).Select(size => size.File)];
        return new SlotDrawing(slot.Id, sizes, follows);
    }
}
