using Pantomet.Core.Runs;

namespace Pantomet.Server.Runs;

/// <summary>What became of a recipe the last time that it was tried.</summary>
internal readonly record struct LastTry(VariantState State, long Bytes);

/// <summary>Where a pairing stands.</summary>
/// <param name="State">Its state.</param>
/// <param name="Done">How many of the plan's files are settled.</param>
/// <param name="Bytes">What those that are there weigh together.</param>
internal readonly record struct Standing(PairingStanding State, int Done, long Bytes)
{
    /// <summary>Compares today's plan with what was made: a file counts only while its recipe is still the one that is wanted.</summary>
    /// <param name="pairing">Source and slot.</param>
    /// <param name="plan">Of the pairing.</param>
    /// <param name="made">By recipe.</param>
    /// <param name="isRunning">Whether it waits in a run, or is in hand.</param>
    public static Standing Of(Pairing pairing, SlotPlan plan, IReadOnlyDictionary<string, LastTry> made, bool isRunning)
    {
        if (plan.IsLeftOut)
            return new Standing(PairingStanding.LeftOut, 0, 0);
        var now = made.Count == 0 ? [] : plan.Variants.Select(variant => made.TryGetValue(pairing.RecipeFor(variant).Hash(), out var last) ? last : (LastTry?)null).OfType<LastTry>().ToList();
        var done = now.Count(last => last.State != VariantState.Blocked);
        var state = isRunning ? PairingStanding.Running
            : !plan.CanBeFed || done < now.Count ? PairingStanding.Blocked
            : done == plan.Variants.Count ? PairingStanding.Done
            : made.Count > 0 ? PairingStanding.Stale
            : PairingStanding.Open;
        return new Standing(state, done, now.Sum(last => last.Bytes));
    }
}
