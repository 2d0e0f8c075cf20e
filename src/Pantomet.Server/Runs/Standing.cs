using Pantomet.Core.Recipes;
using Pantomet.Core.Runs;

namespace Pantomet.Server.Runs;

/// <summary>What became of a recipe the last time that it was tried.</summary>
/// <param name="State">What came of it.</param>
/// <param name="Bytes">Of the file; 0 where there is none.</param>
/// <param name="Sequence">Of its row; rises from try to try.</param>
/// <param name="Points">Its visual score; null where there is no file.</param>
internal readonly record struct LastTry(VariantState State, long Bytes, long Sequence, double? Points);

/// <summary>Where a pairing stands.</summary>
/// <param name="State">Its state.</param>
/// <param name="Tries">What became of those files of today's plan that were tried.</param>
internal readonly record struct Standing(PairingStanding State, IReadOnlyList<LastTry> Tries)
{
    /// <summary>How many of the plan's files are settled.</summary>
    public int Done => Tries.Count(last => last.State != VariantState.Blocked);

    /// <summary>What those that are there weigh together.</summary>
    public long Bytes => Tries.Sum(last => last.Bytes);

    /// <summary>Compares today's plan with what was made: a file counts only while its recipe is still the one that is wanted.</summary>
    /// <param name="pairing">Source and slot.</param>
    /// <param name="plan">Of the pairing.</param>
    /// <param name="made">By recipe.</param>
    /// <param name="isRunning">Whether it waits in a run, or is in hand.</param>
    public static Standing Of(Pairing pairing, SlotPlan plan, IReadOnlyDictionary<string, LastTry> made, bool isRunning)
    {
        if (plan.IsLeftOut)
            return new Standing(PairingStanding.LeftOut, []);
        LastTry[] now = made.Count == 0
            ? []
            : [.. plan.Variants.Select(variant => Last(made, pairing.AcceptedFor(variant))).OfType<LastTry>()];
        var done = now.Count(last => last.State != VariantState.Blocked);
        var state = isRunning ? PairingStanding.Running
            : !plan.CanBeFed || done < now.Length ? PairingStanding.Blocked
            : done == plan.Variants.Count ? PairingStanding.Done
            : made.Count > 0 ? PairingStanding.Stale
            : PairingStanding.Open;
        return new Standing(state, now);
    }

    private static LastTry? Last(IReadOnlyDictionary<string, LastTry> made, AcceptedRecipes recipes)
    {
        LastTry? own = made.TryGetValue(recipes.Own.Hash, out var last) ? last : null;
        if (recipes.WithoutMax is { Hash: var free } && made.TryGetValue(free, out last) && recipes.AreMetBy(free, last.Bytes) && !(own?.Sequence > last.Sequence))
            return last;
        return own;
    }
}
