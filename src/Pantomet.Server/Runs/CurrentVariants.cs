using Pantomet.Core.Runs;

namespace Pantomet.Server.Runs;

/// <summary>Names a file that a plan asks for, whenever it was made.</summary>
internal readonly record struct VariantKey(string Source, string Slot, string? Tier, string Recipe)
{
    public static VariantKey Of(VariantRow row) => new(row.SourceId, row.SlotId, row.Tier, row.Recipe);
}

/// <summary>The files that the plans of today ask for.</summary>
internal static class CurrentVariants
{
    /// <summary>Those of the pairings that some variants belong to. Names are no part of a recipe, so a file that was made before may be called otherwise today.</summary>
    public static async Task<Dictionary<VariantKey, PlannedVariant>> OfAsync(Planning planning, IReadOnlyCollection<VariantRow> rows, CancellationToken cancel)
    {
        var wanted = rows.Select(row => (row.SourceId, row.SlotId)).ToHashSet();
        var pairings = await planning.PairingsAsync([.. wanted.Select(pair => pair.SourceId).Distinct()], [.. wanted.Select(pair => pair.SlotId).Distinct()], cancel);
        return In(pairings.Where(pairing => wanted.Contains((pairing.Source.Id, pairing.Slot.Id))));
    }

    /// <summary>Those of some pairings.</summary>
    public static Dictionary<VariantKey, PlannedVariant> In(IEnumerable<Pairing> pairings)
    {
        var current = new Dictionary<VariantKey, PlannedVariant>();
        foreach (var pairing in pairings)
        {
            foreach (var variant in pairing.Plan().Variants)
                current[new VariantKey(pairing.Source.Id, pairing.Slot.Id, variant.Tier, pairing.RecipeFor(variant).Hash())] = variant;
        }

        return current;
    }
}
