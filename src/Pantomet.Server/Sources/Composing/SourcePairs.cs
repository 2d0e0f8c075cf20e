using Pantomet.Core.Sources;

namespace Pantomet.Server.Sources.Composing;

/// <summary>Puts many sources into pairs.</summary>
internal static class SourcePairs
{
    /// <summary>The pairs, and the one that has none to go with.</summary>
    /// <param name="rows">In their order.</param>
    /// <param name="by">How.</param>
    public static (IReadOnlyList<IReadOnlyList<SourceRow>> Pairs, SourceRow? LeftOver) Of(IReadOnlyList<SourceRow> rows, PairedBy by)
    {
        var pairs = Pairs.Of([.. rows.Select(LightOf)], by);
        var inPairs = pairs.SelectMany(pair => new[] { pair.One, pair.Other }).ToHashSet();
        return (
            [.. pairs.Select(pair => new[] { rows[pair.One], rows[pair.Other] })],
            rows.Where((_, at) => !inPairs.Contains(at)).FirstOrDefault());
    }

    // What came in before its looks were kept is taken for neither dark nor light.
    private static double LightOf(SourceRow row) => row.Likeness?.Mean ?? byte.MaxValue / 2.0;
}
