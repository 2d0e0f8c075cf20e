using System.Reflection;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Runs;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Destinations;

/// <summary>Every destination's document, in the order in which they are shown.</summary>
/// <param name="Items">The documents.</param>
/// <param name="Standings">What is known of each beyond its document, in the same order.</param>
internal sealed record DestinationPage(IReadOnlyList<DestinationDocument> Items, IReadOnlyList<DestinationStanding> Standings);

/// <summary>What is known of a destination beyond its document.</summary>
/// <param name="Id">The destination's.</param>
/// <param name="Version">Changes whenever the document does; for <c>If-Match</c>.</param>
/// <param name="CheckedDaysAgo">Days since its numbers were checked; null when nobody said.</param>
/// <param name="IsOutdated">Whether that is more than six months ago.</param>
/// <param name="Problem">Why it cannot be used as it is; null where it can.</param>
internal sealed record DestinationStanding(string Id, string Version, int? CheckedDaysAgo, bool IsOutdated, string? Problem);

/// <summary>The scale drawings of all slots.</summary>
internal sealed record DrawingPage(IReadOnlyList<SlotDrawing> Items);

/// <summary>Ids in the order in which they shall be shown.</summary>
internal sealed record DestinationOrder(IReadOnlyList<string> Ids);

/// <summary>One slot of the scale drawing.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="Sizes">Largest first; where the shape is free, those of a 3:2 picture; empty where every pixel is kept.</param>
/// <param name="FollowsPicture">Whether the sizes depend on the picture.</param>
internal sealed record SlotDrawing(string Slot, IReadOnlyList<PixelSize> Sizes, bool FollowsPicture)
{
    public static SlotDrawing Of(Slot slot)
    {
        var parts = slot.Parts().Select(part => part.Slot).ToList();
        var keepsAll = parts.TrueForAll(part => part.Sizes is SizeRule.AllPixels);
        return new SlotDrawing(
            slot.Id,
            keepsAll ? [] : [.. SlotSummary.SizesOf(slot).DistinctBy(size => (size.Width, size.Height))],
            parts.Exists(part => part.Shape is Shape.Free or Shape.Range));
    }
}

internal static class DestinationEndpoints
{
    private const string SchemaName = "destination-1.json";

    public static void MapDestinations(this IEndpointRouteBuilder routes)
    {
        var destinations = routes.MapGroup("/api/destinations").WithTags("Destinations");
        destinations.MapGet("", ListAsync).Produces<DestinationPage>().WithName("listDestinations");
        destinations.MapPost("", AddAsync).Accepts<DestinationDocument>("application/json")
            .Produces<DestinationDocument>(StatusCodes.Status201Created).WithName("addDestination");
        destinations.MapGet("/{id}", GetAsync).Produces<DestinationDocument>().WithName("getDestination");
        destinations.MapPut("/{id}", ReplaceAsync).Accepts<DestinationDocument>("application/json").Produces<DestinationDocument>()
            .WithName("replaceDestination");
        destinations.MapDelete("/{id}", DeleteAsync).WithName("deleteDestination");
        routes.MapPut("/api/destination-order", OrderAsync).WithTags("Destinations").WithName("orderDestinations");
        routes.MapGet("/api/drawings", DrawAsync).WithTags("Destinations").WithName("drawSlots");
        routes.MapGet($"/schemas/{SchemaName}", Schema).ExcludeFromDescription();
    }

    private static async Task<JsonHttpResult<DestinationPage>> ListAsync(
        DestinationCatalogue catalogue, TimeProvider clock, CancellationToken cancel)
    {
        var stored = await catalogue.DocumentsAsync(cancel);
        var today = DateOnly.FromDateTime(clock.GetUtcNow().UtcDateTime);
        return TypedResults.Json(
            new DestinationPage(
                [.. stored.Select(one => one.Document)],
                [.. stored.Select(one => new DestinationStanding(
                    one.Document.Id, one.Version, today.DayNumber - one.Document.CheckedOn?.DayNumber,
                    Destination.IsOutdated(one.Document.CheckedOn, today), one.Problem))]),
            DestinationDocument.Json);
    }

    private static async Task<Ok<DrawingPage>> DrawAsync(DestinationCatalogue catalogue, CancellationToken cancel) =>
        TypedResults.Ok(new DrawingPage([.. (await catalogue.SlotsAsync(cancel)).Values.Select(placed => SlotDrawing.Of(placed.Slot))]));

    private static async Task<Results<JsonHttpResult<DestinationDocument>, ProblemHttpResult>> GetAsync(
        HttpContext context, DestinationCatalogue catalogue, string id, CancellationToken cancel) =>
        await catalogue.DocumentAsync(id, cancel) is { } stored ? Answer(context, stored) : Problems.NotFound("destination", id);

    private static async Task<Results<JsonHttpResult<DestinationDocument>, ProblemHttpResult>> AddAsync(
        HttpContext context, DestinationCatalogue catalogue, CancellationToken cancel)
    {
        var (document, problem) = await ReadAsync(context, cancel);
        if (document is null)
            return problem!;
        var (stored, refusal) = await catalogue.StoreAsync(document, isNew: true);
        return stored is not null
            ? Answer(context, stored, StatusCodes.Status201Created)
            : await RefusedAsync(catalogue, document, refusal!, cancel);
    }

    private static async Task<Results<JsonHttpResult<DestinationDocument>, ProblemHttpResult>> ReplaceAsync(
        HttpContext context, DestinationCatalogue catalogue, string id, CancellationToken cancel)
    {
        var (document, problem) = await ReadAsync(context, cancel);
        if (document is null)
            return problem!;
        if (document.Id != id)
            return Problems.Invalid("id", $"The document's id is \"{document.Id}\", the address says \"{id}\". An id stays what it is.");
        var (stored, refusal) = await catalogue.StoreAsync(document, isNew: false, Version(context));
        return stored is not null ? Answer(context, stored) : await RefusedAsync(catalogue, document, refusal!, cancel);
    }

    private static async Task<ProblemHttpResult> RefusedAsync(
        DestinationCatalogue catalogue, DestinationDocument document, NotStored refusal, CancellationToken cancel)
    {
        if (refusal.IdTaken)
            return Problems.Taken(
                "id", $"There is a destination \"{document.Id}\" already. Give this one another id, or replace that one with PUT.");
        if (refusal.SlotTaken is { } slot)
        {
            var owner = (await catalogue.DocumentAsync(refusal.SlotOwner!, cancel))?.Document.Name ?? refusal.SlotOwner;
            return Problems.Taken("slots", $"The slot id \"{slot}\" belongs to {owner} already. Slot ids are unique across destinations.");
        }

        return Problems.Of(
            StatusCodes.Status412PreconditionFailed, "changed-meanwhile", "Changed meanwhile",
            $"Somebody else has changed or deleted \"{document.Name}\" since you began. Nothing was saved, and your changes are still " +
            $"here: look at theirs, or save yours over them.");
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DeleteAsync(
        HttpContext context, DestinationCatalogue catalogue, string id, TimeProvider clock) =>
        await catalogue.DeleteAsync(id, clock.GetUtcNow().UtcDateTime, Version(context)) switch
        {
            true => TypedResults.NoContent(),
            false => Problems.NotFound("destination", id),
            null => Problems.Of(
                StatusCodes.Status412PreconditionFailed, "changed-meanwhile", "Changed meanwhile",
                "Somebody else has changed the destination since. It was not deleted: look at what was changed, then delete it if you " +
                "still want to."),
        };

    // RFC 9110, §13.1.1: whoever says which version is meant is told when it is no longer the one that is there.
    private static string? Version(HttpContext context) =>
        context.Request.Headers.IfMatch.ToString().Trim('"') is { Length: > 0 } version ? version : null;

    private static async Task<Results<NoContent, ProblemHttpResult>> OrderAsync(DestinationCatalogue catalogue, DestinationOrder order)
    {
        if (order.Ids.Distinct().Count() != order.Ids.Count)
            return Problems.Invalid("ids", "A destination is named twice. Name each once.");
        await catalogue.OrderAsync(order.Ids);
        return TypedResults.NoContent();
    }

    private static Stream OpenSchema() => Assembly.GetExecutingAssembly().GetManifestResourceStream(SchemaName)!;

    private static FileStreamHttpResult Schema() => TypedResults.Stream(OpenSchema(), "application/schema+json");

    private static JsonHttpResult<DestinationDocument> Answer(HttpContext context, StoredDocument stored, int? status = null)
    {
        context.Response.Headers.ETag = $"\"{stored.Version}\"";
        return TypedResults.Json(stored.Document, DestinationDocument.Json, statusCode: status);
    }

    private static async Task<(DestinationDocument? Document, ProblemHttpResult? Problem)> ReadAsync(
        HttpContext context, CancellationToken cancel)
    {
        // As text, not as an object: what is wrong can then be said with its line.
        var (text, tooLong) = await RequestText.ReadAsync(context, cancel);
        if (text is null)
            return (null, tooLong);
        var reading = DestinationReader.Read(text);
        return reading.Problems.Count > 0 ? (null, Problems.InvalidDocument(reading.Problems)) : (reading.Document, null);
    }
}
