using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Destinations;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Destinations;

/// <summary>A slot and where it belongs.</summary>
/// <param name="Destination">Its destination.</param>
/// <param name="Slot">The slot.</param>
internal sealed record PlacedSlot(Destination Destination, Slot Slot);

/// <summary>All destinations, read once and kept until one changes.</summary>
internal sealed class DestinationCatalogue(IDbContextFactory<PantometDb> databases) : IDisposable
{
    private readonly SemaphoreSlim gate = new(1);
    private Contents? contents;

    /// <summary>Every destination, in the order in which they are shown.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<Destination>> AllAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Destinations;

    /// <summary>Every slot by its id.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<ImmutableSortedDictionary<string, PlacedSlot>> SlotsAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Slots;

    /// <summary>Stores a checked document, in the place of the one with its id if there is one.</summary>
    /// <param name="document">The document as it came.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task StoreAsync(DestinationDocument document, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var json = JsonSerializer.Serialize(document, DestinationDocument.Json);
        if (await database.Destinations.SingleOrDefaultAsync(row => row.Id == document.Id, cancel) is { } known)
        {
            known.Document = json;
            known.DeletedAt = null;
        }
        else
        {
            var last = await database.Destinations.MaxAsync(row => (int?)row.Position, cancel) ?? 0;
            database.Destinations.Add(new DestinationRow { Id = document.Id, Position = last + 1, Document = json });
        }

        await database.SaveChangesAsync(cancel);
        contents = null;
    }

    /// <summary>Takes a destination away.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="now">When.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>Whether it was there.</returns>
    public async Task<bool> DeleteAsync(string id, DateTime now, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var deleted = await database.Destinations.Where(row => row.Id == id && row.DeletedAt == null)
            .ExecuteUpdateAsync(row => row.SetProperty(destination => destination.DeletedAt, now), cancel);
        contents = null;
        return deleted > 0;
    }

    /// <summary>A destination's document as it was stored.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<DestinationDocument?> DocumentAsync(string id, CancellationToken cancel) =>
        (await ContentsAsync(cancel)).Documents.SingleOrDefault(document => document.Id == id);

    /// <summary>Every document, in the order in which they are shown.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<DestinationDocument>> DocumentsAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Documents;

    public void Dispose() => gate.Dispose();

    private async Task<Contents> ContentsAsync(CancellationToken cancel)
    {
        if (contents is { } kept)
            return kept;
        await gate.WaitAsync(cancel);
        try
        {
            return contents ??= await ReadAsync(cancel);
        }
        finally
        {
            gate.Release();
        }
    }

    private async Task<Contents> ReadAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var texts = await database.Destinations.Where(row => row.DeletedAt == null).OrderBy(row => row.Position).Select(row => row.Document).ToListAsync(cancel);
        var documents = texts.Select(text => JsonSerializer.Deserialize<DestinationDocument>(text, DestinationDocument.Json)!).ToList();
        var destinations = documents.Select(document => DestinationReader.Read(document).Destination!).ToList();
        var slots = destinations.SelectMany(destination => destination.Slots.Select(slot => new PlacedSlot(destination, slot)));
        return new Contents(documents, destinations, slots.ToImmutableSortedDictionary(placed => placed.Slot.Id, placed => placed, StringComparer.Ordinal));
    }

    private sealed record Contents(
        IReadOnlyList<DestinationDocument> Documents, IReadOnlyList<Destination> Destinations, ImmutableSortedDictionary<string, PlacedSlot> Slots);
}
