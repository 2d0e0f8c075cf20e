using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Publishing;

/// <summary>What of a destination may be delivered.</summary>
/// <param name="Published">Whether its pictures are.</param>
internal sealed record DeliveryRequest(bool Published);

/// <summary>A destination that is delivered.</summary>
/// <param name="Destination">Its id.</param>
/// <param name="PublishedAt">Since when.</param>
internal sealed record DeliveryAnswer(string Destination, DateTime PublishedAt);

/// <summary>The destinations that are delivered.</summary>
/// <param name="Items">By their ids.</param>
internal sealed record DeliveriesAnswer(IReadOnlyList<DeliveryAnswer> Items);

internal static class DeliveryEndpoints
{
    public static void MapDelivery(this IEndpointRouteBuilder routes)
    {
        var delivery = routes.MapGroup("/api/delivery").WithTags("Publishing");
        delivery.MapGet("", ListAsync).WithName("listDeliveries");
        delivery.MapPut("/{destinationId}", SetAsync).WithName("setDelivery");
    }

    private static async Task<Ok<DeliveriesAnswer>> ListAsync(Deliveries deliveries, CancellationToken cancel) =>
        TypedResults.Ok(new DeliveriesAnswer(
            [.. (await deliveries.AllAsync(cancel)).OrderBy(one => one.Key, StringComparer.Ordinal)
                .Select(one => new DeliveryAnswer(one.Key, one.Value))]));

    private static async Task<Results<Ok<DeliveryRequest>, ProblemHttpResult>> SetAsync(
        Deliveries deliveries, string destinationId, DeliveryRequest wanted, CancellationToken cancel) =>
        await deliveries.SetAsync(destinationId, wanted.Published, cancel) is { } refusal
            ? Problems.Of(refusal)
            : TypedResults.Ok(wanted);
}
