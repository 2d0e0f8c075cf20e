using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;

namespace Pantomet.Server.Runs;

/// <summary>What would be made of a source for a slot, and why.</summary>
/// <param name="Slot">The slot's id.</param>
/// <param name="Crop">The part of the source that goes in.</param>
/// <param name="ByHand">Whether a person set it.</param>
/// <param name="Variants">Every file that can be made.</param>
/// <param name="Findings">What stands in the way of others, and what is worth knowing.</param>
/// <param name="Coverage">How far the source's pixels reach.</param>
internal sealed record PlanAnswer(
    string Slot, PixelRect Crop, bool ByHand, IReadOnlyList<PlannedAnswer> Variants, IReadOnlyList<Finding> Findings, Coverage Coverage)
{
    public static PlanAnswer Of(string slotId, SlotPlan plan) => new(
        slotId,
        plan.Crop.Area,
        plan.Crop.IsByHand,
        [.. plan.Variants.Select(
            variant =>
                new PlannedAnswer(
                    variant.Tier, variant.Size.File.Width, variant.Size.File.Height, variant.Size.Density?.Value, variant.Format,
                    variant.Crop, variant.FileName))],
        plan.Findings,
        Coverage.Of(plan));
}

/// <summary>One file of a plan.</summary>
internal sealed record PlannedAnswer(
    string? Tier, int Width, int Height, double? Density, PictureFormat Format, PixelRect Crop, string FileName);
