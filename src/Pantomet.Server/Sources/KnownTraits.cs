using System.Collections.Concurrent;
using Pantomet.Core.Sources;

namespace Pantomet.Server.Sources;

/// <summary>What is unusual about each source, worked out once: what a source is never changes, only how it is called.</summary>
internal sealed class KnownTraits
{
    private const int AtOnce = 1000;
    private readonly ConcurrentDictionary<string, (string Stem, IReadOnlyList<SourceTrait> Traits)> known = new();

    /// <summary>The traits of some sources.</summary>
    /// <param name="sources">Any number of them.</param>
    /// <param name="cancel">The asker is gone.</param>
    public async Task<IReadOnlyList<(string Id, IReadOnlyList<SourceTrait> Traits)>> OfAsync(
        IQueryable<SourceRow> sources, CancellationToken cancel)
    {
        var named = await sources.Select(row => new { row.Id, row.Stem }).ToListAsync(cancel);
        var unknown = named.Where(one => !known.TryGetValue(one.Id, out var found) || found.Stem != one.Stem).Select(one => one.Id);
        foreach (var ids in unknown.Chunk(AtOnce))
        {
            var rows = sources.Where(row => ids.Contains(row.Id))
                .Select(row => new { row.Id, row.Stem, row.FileName, row.Facts, IsComposed = row.Composed != null });
            foreach (var row in await rows.ToListAsync(cancel))
                known[row.Id] = (row.Stem, SourceTrait.Of(row.Facts, row.FileName, row.Stem, row.IsComposed));
        }

        return [.. named.Select(one => (one.Id, known.TryGetValue(one.Id, out var found) ? found.Traits : []))];
    }
}
