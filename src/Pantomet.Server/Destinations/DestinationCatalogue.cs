using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Destinations;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Destinations;

/// <summary>A slot and where it belongs.</summary>
/// <param name="Destination">Its destination.</param>
/// <param name="Slot">The slot.</param>
internal sealed record PlacedSlot(Destination Destination, Slot Slot);

/// <summary>A destination's document as it is stored.</summary>
/// <param name="Document">What it says.</param>
/// <param name="Version">Changes whenever the document does.</param>
internal sealed record StoredDocument(DestinationDocument Document, string Version);

/// <summary>All destinations, read once and kept until one changes.</summary>
internal sealed class DestinationCatalogue(IDbContextFactory<PantometDb> databases, ILogger<DestinationCatalogue> log) : IDisposable
{
    private readonly SemaphoreSlim reading = new(1);
    private readonly SemaphoreSlim writing = new(1);
    private Contents? contents;

    /// <summary>Every destination, in the order in which they are shown.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<Destination>> AllAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Destinations;

    /// <summary>Every slot by its id.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<ImmutableSortedDictionary<string, PlacedSlot>> SlotsAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Slots;

    /// <summary>A destination's document as it was stored.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<StoredDocument?> DocumentAsync(string id, CancellationToken cancel) =>
        (await ContentsAsync(cancel)).Documents.SingleOrDefault(stored => stored.Document.Id == id);

    /// <summary>Every document, in the order in which they are shown.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<StoredDocument>> DocumentsAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Documents;

    /// <summary>Stores a checked document, in the place of the one with its id if there is one.</summary>
    /// <param name="document">The document as it came.</param>
    /// <param name="over">The version that it replaces; null replaces any.</param>
    /// <param name="cancel">The asker is gone.</param>
    /// <returns>What is stored now; null when another version than <paramref name="over"/> was there, and nothing was stored.</returns>
    public async Task<StoredDocument?> StoreAsync(DestinationDocument document, string? over, CancellationToken cancel)
    {
        var json = JsonSerializer.Serialize(document, DestinationDocument.Json);
        // Between looking at the version and storing, nobody else may store.
        await writing.WaitAsync(cancel);
        try
        {
            await using var database = await databases.CreateDbContextAsync(cancel);
            var known = await database.Destinations.SingleOrDefaultAsync(row => row.Id == document.Id, cancel);
            if (over is not null && (known is null || known.DeletedAt is not null || VersionOf(known.Document) != over))
                return null;
            if (known is not null)
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
            return new StoredDocument(document, VersionOf(json));
        }
        finally
        {
            writing.Release();
        }
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

    /// <summary>Puts destinations in another order. Those that are not named follow in the order that they had.</summary>
    /// <param name="ids">The first to come.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task OrderAsync(IReadOnlyList<string> ids, CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var rows = await database.Destinations.OrderBy(row => row.Position).ToListAsync(cancel);
        var wanted = ids.Select((id, index) => (id, index)).ToDictionary(pair => pair.id, pair => pair.index);
        foreach (var (row, index) in rows.OrderBy(row => wanted.GetValueOrDefault(row.Id, int.MaxValue)).Select((row, index) => (row, index)))
            row.Position = index + 1;
        await database.SaveChangesAsync(cancel);
        contents = null;
    }

    public void Dispose()
    {
        reading.Dispose();
        writing.Dispose();
    }

    private async Task<Contents> ContentsAsync(CancellationToken cancel)
    {
        if (contents is { } kept)
            return kept;
        await reading.WaitAsync(cancel);
        try
        {
            return contents ??= await ReadAsync(cancel);
        }
        finally
        {
            reading.Release();
        }
    }

    private async Task<Contents> ReadAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var texts = await database.Destinations.Where(row => row.DeletedAt == null).OrderBy(row => row.Position).Select(row => row.Document).ToListAsync(cancel);
        var documents = new List<StoredDocument>();
        var destinations = new List<Destination>();
        foreach (var text in texts)
        {
            var reading = DestinationReader.Read(text);
            if (reading.Document is { } document)
                documents.Add(new StoredDocument(document, VersionOf(text)));
            if (reading.Destination is { } destination)
                destinations.Add(destination);
            else
                log.LogError("A stored destination cannot be used: {Problems}", string.Join(" ", reading.Problems.Select(problem => $"{problem.Field}: {problem.Sentence}")));
        }

        var slots = destinations.SelectMany(destination => destination.Slots.Select(slot => new PlacedSlot(destination, slot)));
        return new Contents(documents, destinations, slots.ToImmutableSortedDictionary(placed => placed.Slot.Id, placed => placed, StringComparer.Ordinal));
    }

    private static string VersionOf(string json) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(json)))[..16];

    private sealed record Contents(
        IReadOnlyList<StoredDocument> Documents, IReadOnlyList<Destination> Destinations, ImmutableSortedDictionary<string, PlacedSlot> Slots);
}
