using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;

namespace Pantomet.Server.Runs;

/// <summary>What became of a recipe the last time that it was tried.</summary>
/// <param name="State">What came of it.</param>
/// <param name="Bytes">Of the file; 0 where there is none.</param>
/// <param name="Sequence">Of its row; rises from try to try.</param>
/// <param name="Points">Its visual score; null where there is no file.</param>
internal readonly record struct LastResult(VariantState State, long Bytes, long Sequence, double? Points);

/// <summary>Where a pairing stands.</summary>
/// <param name="State">Its state.</param>
/// <param name="Results">What became of those files of today's plan that were tried.</param>
internal readonly record struct PairingStatus(PairingState State, IReadOnlyList<LastResult> Results)
{
    /// <summary>How many of the plan's files are settled.</summary>
    public int Done => Results.Count(last => last.State != VariantState.Blocked);

    /// <summary>What those that are there weigh together.</summary>
    public long Bytes => Results.Sum(last => last.Bytes);

    /// <summary>Compares today's plan with what was made: a file counts only while its recipe is still the one that is wanted.</summary>
    /// <param name="pairing">Source and slot.</param>
    /// <param name="plan">Of the pairing.</param>
    /// <param name="made">By recipe.</param>
    /// <param name="isRunning">Whether it waits in a run, or is in hand.</param>
    public static PairingStatus Of(Pairing pairing, SlotPlan plan, IReadOnlyDictionary<string, LastResult> made, bool isRunning)
    {
        if (plan.IsLeftOut)
            return new PairingStatus(PairingState.LeftOut, []);
        LastResult[] now = made.Count == 0
            ? []
            : [.. plan.Variants.Select(variant => Last(made, pairing.AcceptedFor(variant))).OfType<LastResult>()];
        var done = now.Count(last => last.State != VariantState.Blocked);
        var state = isRunning ? PairingState.Running
            : !plan.IsFeasible || done < now.Length ? PairingState.Blocked
            : done == plan.Variants.Count ? PairingState.Done
            : made.Count > 0 ? PairingState.Stale
            : PairingState.Open;
        return new PairingStatus(state, now);
    }

    private static LastResult? Last(IReadOnlyDictionary<string, LastResult> made, AcceptedRecipes recipes)
    {
        LastResult? own = made.TryGetValue(recipes.Own.Hash, out var last) ? last : null;
        if (recipes.WithoutMax is { Hash: var free } && made.TryGetValue(free, out last) && recipes.AreMetBy(free, last.Bytes) &&
            !(own?.Sequence > last.Sequence))
            return last;
        return own;
    }
}
