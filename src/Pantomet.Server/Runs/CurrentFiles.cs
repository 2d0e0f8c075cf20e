using Pantomet.Core.Recipes;

namespace Pantomet.Server.Runs;

/// <summary>Names a file that a plan asks for, whenever it was made.</summary>
internal readonly record struct VariantKey(string Source, string Slot, string? Tier, string Recipe)
{
    public static VariantKey Of(VariantRow row) => new(row.SourceId, row.SlotId, row.Tier, row.Recipe);
}

/// <summary>
/// The files that the plans of today ask for. Names are no part of a recipe, so a file that was made before may be called otherwise today.
/// </summary>
internal sealed class CurrentFiles
{
    private readonly Dictionary<VariantKey, (PlannedVariant Variant, AcceptedRecipes Recipes)> wanted = [];
    private readonly Dictionary<string, long> weights = [];

    /// <param name="pairings">Whose plans are meant.</param>
    /// <param name="isAsked">Of which of their files; null for all. A recipe is not worked out for one that nobody asks for.</param>
    public CurrentFiles(IEnumerable<Pairing> pairings, Func<Pairing, PlannedVariant, bool>? isAsked = null)
    {
        foreach (var pairing in pairings)
        {
            weights[pairing.Source.Id] = pairing.Source.Bytes;
            foreach (var variant in pairing.Plan().Variants.Where(variant => isAsked?.Invoke(pairing, variant) != false))
            {
                var recipes = pairing.AcceptedFor(variant);
                var key = new VariantKey(pairing.Source.Id, pairing.Slot.Id, variant.Tier, recipes.Own.Hash);
                wanted[key] = (variant, recipes);
                if (recipes.WithoutMax is { Hash: var free })
                    wanted.TryAdd(key with { Recipe = free }, (variant, recipes));
            }
        }
    }

    /// <summary>Those of the pairings that some variants belong to.</summary>
    public static async Task<CurrentFiles> OfAsync(Planning planning, IReadOnlyCollection<VariantRow> rows, CancellationToken cancel)
    {
        var belonging = rows.Select(row => (row.SourceId, row.SlotId)).ToHashSet();
        var pairings = await planning.PairingsAsync(
            [.. belonging.Select(pair => pair.SourceId).Distinct()], [.. belonging.Select(pair => pair.SlotId).Distinct()], cancel);
        var asked = rows.Select(row => (row.SourceId, row.SlotId, row.Tier, row.Width, row.Height)).ToHashSet();
        return new CurrentFiles(
            pairings.Where(pairing => belonging.Contains((pairing.Source.Id, pairing.Slot.Id))),
            (pairing, variant) => asked.Contains(
                (pairing.Source.Id, pairing.Slot.Id, variant.Tier, variant.Size.File.Width, variant.Size.File.Height)));
    }

    /// <summary>A file as the interface gives it.</summary>
    public VariantAnswer Answer(VariantRow row) =>
        VariantAnswer.Of(row, For(row), weights.TryGetValue(row.SourceId, out var bytes) ? bytes : null);

    /// <summary>The variant that a file settles today; null where it is out of date.</summary>
    public PlannedVariant? For(VariantRow row) => For(VariantKey.Of(row), row.File?.Bytes ?? 0);

    /// <summary>The variant that a file settles today; null where it is out of date.</summary>
    /// <param name="key">Of the file.</param>
    /// <param name="bytes">Of the file; 0 where there is none.</param>
    public PlannedVariant? For(VariantKey key, long bytes) =>
        wanted.TryGetValue(key, out var found) && found.Recipes.AreMetBy(key.Recipe, bytes) ? found.Variant : null;
}
