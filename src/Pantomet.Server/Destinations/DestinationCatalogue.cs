using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Pantomet.Core.Destinations;
using Pantomet.Core.Packages;

namespace Pantomet.Server.Destinations;

/// <summary>A slot and where it belongs.</summary>
/// <param name="Destination">Its destination.</param>
/// <param name="Slot">The slot.</param>
internal sealed record PlacedSlot(Destination Destination, Slot Slot);

/// <summary>A destination's document as it is stored.</summary>
/// <param name="Document">What it says.</param>
/// <param name="Version">Changes whenever the document does.</param>
internal sealed record StoredDocument(DestinationDocument Document, string Version)
{
    /// <summary>Why it cannot be used as it is; null where it can.</summary>
    public string? Problem { get; init; }
}

/// <summary>A destination and the version of the document that says what it is.</summary>
internal sealed record VersionedDestination(Destination Destination, string Version);

/// <summary>Why a document was not stored.</summary>
/// <param name="IsChanged">Another version than the one named was there.</param>
/// <param name="IdTaken">There is a destination of its id already.</param>
/// <param name="SlotTaken">Id of a slot that belongs to another destination.</param>
/// <param name="SlotOwner">That destination.</param>
internal sealed record NotStored(bool IsChanged = false, bool IdTaken = false, string? SlotTaken = null, string? SlotOwner = null);

/// <summary>All destinations, read once and kept until one changes.</summary>
internal sealed class DestinationCatalogue(IDbContextFactory<PantometDb> databases, ILogger<DestinationCatalogue> log) : IDisposable
{
    private readonly SemaphoreSlim reading = new(1);
    private readonly Lock gate = new();
    private Contents? contents;
    private long changes;

    /// <summary>Every destination, in the order in which they are shown.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<Destination>> AllAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Destinations;

    /// <summary>Every destination with the version of its document, in the order in which they are shown.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<VersionedDestination>> VersionedAsync(CancellationToken cancel) =>
        (await ContentsAsync(cancel)).Versioned;

    /// <summary>Every slot by its id.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<ImmutableSortedDictionary<string, PlacedSlot>> SlotsAsync(CancellationToken cancel) =>
        (await ContentsAsync(cancel)).Slots;

    /// <summary>Where the files of each slot lie in packages and on targets.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<PackageFolders> FoldersAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Folders;

    /// <summary>A destination's document as it was stored.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<StoredDocument?> DocumentAsync(string id, CancellationToken cancel) =>
        (await ContentsAsync(cancel)).Documents.SingleOrDefault(stored => stored.Document.Id == id);

    /// <summary>Every document, in the order in which they are shown.</summary>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<StoredDocument>> DocumentsAsync(CancellationToken cancel) => (await ContentsAsync(cancel)).Documents;

    /// <summary>Stores a checked document.</summary>
    /// <param name="document">The document as it came.</param>
    /// <param name="isNew">Whether it must not take the place of another.</param>
    /// <param name="over">The version that it replaces; null replaces any.</param>
    /// <returns>What is stored now, or why nothing was.</returns>
    public async Task<(StoredDocument? Stored, NotStored? Refusal)> StoreAsync(
        DestinationDocument document, bool isNew, string? over = null)
    {
        var json = JsonSerializer.Serialize(document, DestinationDocument.Json);
        var refusal = await databases.WriteAsync(async database =>
        {
            var known = await database.Destinations.SingleOrDefaultAsync(row => row.Id == document.Id);
            if (isNew && known is { DeletedAt: null })
                return new NotStored(IdTaken: true);
            if (over is not null && (known is null || known.DeletedAt is not null || VersionOf(known.Document) != over))
                return new NotStored(IsChanged: true);
            var ids = document.Slots.Select(slot => slot.Id).ToList();
            if (await database.Slots.AsNoTracking()
                .FirstOrDefaultAsync(slot => ids.Contains(slot.Id) && slot.DestinationId != document.Id) is { } taken)
                return new NotStored(SlotTaken: taken.Id, SlotOwner: taken.DestinationId);
            await database.Slots.Where(slot => slot.DestinationId == document.Id).ExecuteDeleteAsync();
            database.Slots.AddRange(ids.Select(id => new SlotRow { Id = id, DestinationId = document.Id }));
            if (known is not null)
            {
                known.Document = json;
                known.DeletedAt = null;
            }
            else
            {
                var last = await database.Destinations.MaxAsync(row => (int?)row.Position) ?? 0;
                database.Destinations.Add(new DestinationRow { Id = document.Id, Position = last + 1, Document = json });
            }

            return null;
        });
        if (refusal is not null)
            return (null, refusal);
        Changed();
        return (new StoredDocument(document, VersionOf(json)), null);
    }

    /// <summary>Takes a destination away.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="now">When.</param>
    /// <param name="over">The version that is meant; null for whichever there is.</param>
    /// <returns>Whether it was there; null where another version is.</returns>
    public async Task<bool?> DeleteAsync(string id, DateTime now, string? over = null)
    {
        var isDone = await databases.WriteAsync<bool?>(async database =>
        {
            if (over is not null && await database.Destinations.SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null) is
                { } known && VersionOf(known.Document) != over)
                return null;
            await database.Slots.Where(slot => slot.DestinationId == id).ExecuteDeleteAsync();
            // Whatever takes this id one day was not published by anybody.
            await database.Deliveries.Where(row => row.DestinationId == id).ExecuteDeleteAsync();
            return await database.Destinations.Where(row => row.Id == id && row.DeletedAt == null)
                .ExecuteUpdateAsync(row => row.SetProperty(destination => destination.DeletedAt, now)) > 0;
        });
        Changed();
        return isDone;
    }

    /// <summary>Puts destinations in another order. Those that are not named follow in the order that they had.</summary>
    /// <param name="ids">The first to come, each once.</param>
    public async Task OrderAsync(IReadOnlyList<string> ids)
    {
        var wanted = ids.Select((id, index) => (id, index)).ToDictionary(pair => pair.id, pair => pair.index);
        await databases.WriteAsync(async database =>
        {
            var rows = await database.Destinations.OrderBy(row => row.Position).ToListAsync();
            foreach (var (row, index) in rows.OrderBy(row => wanted.GetValueOrDefault(row.Id, int.MaxValue))
                .Select((row, index) => (row, index)))
                row.Position = index + 1;
            return rows.Count;
        });
        Changed();
    }

    public void Dispose() => reading.Dispose();

    // After it was stored and before anybody is told: who asks from now on must see it.
    private void Changed()
    {
        lock (gate)
        {
            changes++;
            contents = null;
        }

        // Who looked in between saw the count of the new and the contents of the old.
        databases.NoteChange();
    }

    private async Task<Contents> ContentsAsync(CancellationToken cancel)
    {
        if (contents is { } kept)
            return kept;
        await reading.WaitAsync(cancel);
        try
        {
            if (contents is { } read)
                return read;
            var began = Interlocked.Read(ref changes);
            var now = await ReadAsync(cancel);
            lock (gate)
            {
                // What was read before a change is for who asked before it, and for nobody after.
                if (began == changes)
                    contents = now;
            }

            return now;
        }
        finally
        {
            reading.Release();
        }
    }

    private async Task<Contents> ReadAsync(CancellationToken cancel)
    {
        await using var database = await databases.CreateDbContextAsync(cancel);
        var texts = await database.Destinations.Where(row => row.DeletedAt == null).OrderBy(row => row.Position).Select(row => row.Document)
            .ToListAsync(cancel);
        var documents = new List<StoredDocument>();
        var versioned = new List<VersionedDestination>();
        var slots = ImmutableSortedDictionary.CreateBuilder<string, PlacedSlot>(StringComparer.Ordinal);
        foreach (var text in texts)
        {
            var read = DestinationReader.Read(text);
            if (read.Document is not { } document)
            {
                log.LogError("A stored destination cannot be used: {Problems}", Said(read));
                continue;
            }

            // Two of one id were let in once: the first keeps it, and the second says what to do.
            var twice = read.Destination?.Slots.FirstOrDefault(slot => slots.ContainsKey(slot.Id));
            var problem = read.Destination is null ? Said(read)
                : twice is null ? null
                : $"Its slot \"{twice.Name}\" has the id \"{twice.Id}\", which belongs to {slots[twice.Id].Destination.Name} already. " +
                    $"Copy the slot, delete this one and save; until then it is not used.";
            documents.Add(new StoredDocument(document, VersionOf(text)) { Problem = problem });
            if (problem is not null)
                log.LogError("The destination {Name} cannot be used as it is: {Problem}", document.Name, problem);
            if (read.Destination is not { } whole)
                continue;
            var destination = whole with { Slots = [.. whole.Slots.Where(slot => !slots.ContainsKey(slot.Id))] };
            versioned.Add(new VersionedDestination(destination, VersionOf(text)));
            foreach (var slot in destination.Slots)
                slots.Add(slot.Id, new PlacedSlot(destination, slot));
        }

        IReadOnlyList<Destination> destinations = [.. versioned.Select(one => one.Destination)];
        return new Contents(documents, versioned, destinations, slots.ToImmutable(), new PackageFolders(destinations));
    }

    private static string Said(DestinationReading read) =>
        string.Join(" ", read.Problems.Select(problem => $"{problem.Field}: {problem.Sentence}"));

    private static string VersionOf(string json) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(json)))[..16];

    private sealed record Contents(
        IReadOnlyList<StoredDocument> Documents, IReadOnlyList<VersionedDestination> Versioned, IReadOnlyList<Destination> Destinations,
        ImmutableSortedDictionary<string, PlacedSlot> Slots, PackageFolders Folders);
}
