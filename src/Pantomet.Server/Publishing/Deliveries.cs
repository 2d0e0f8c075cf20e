using Pantomet.Core.Findings;
using Pantomet.Server.Destinations;

namespace Pantomet.Server.Publishing;

/// <summary>Which destinations are delivered.</summary>
internal sealed class Deliveries(IDbContextFactory<PantometDb> databases, DestinationCatalogue catalogue, TimeProvider clock)
{
    /// <summary>Ids of those that are, with since when.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyDictionary<string, DateTime>> AllAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        return await database.Deliveries.AsNoTracking().ToDictionaryAsync(row => row.DestinationId, row => row.PublishedAt, cancel);
    }

    /// <summary>Begins or ends the delivery of a destination.</summary>
    /// <param name="destination">Its id.</param>
    /// <param name="published">Whether it is delivered.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Why it was not done; null where it was.</returns>
    public async Task<Refusal?> SetAsync(string destination, bool published, CancellationToken cancel)
    {
        if ((await catalogue.AllAsync(cancel)).All(one => one.Id != destination))
            return Refusal.NotFound("destination", destination);
        await databases.WriteAsync(async database =>
        {
            var known = await database.Deliveries.SingleOrDefaultAsync(row => row.DestinationId == destination);
            if (!published && known is not null)
                database.Deliveries.Remove(known);
            if (published && known is null)
                database.Deliveries.Add(new DeliveryRow { DestinationId = destination, PublishedAt = clock.GetUtcNow().UtcDateTime });
            return true;
        });
        return null;
    }
}
