using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Framing;

/// <summary>A crop that a person draws.</summary>
/// <param name="Crop">In upright source pixels. It is fitted to the slot's shape.</param>
/// <param name="Tier">A tier of the slot; null for the slot itself.</param>
/// <param name="Rotation">Degrees clockwise.</param>
internal sealed record FramingChange(PixelRect Crop, string? Tier = null, double? Rotation = null);

internal static class FramingEndpoints
{
    public static void MapFramings(this IEndpointRouteBuilder routes)
    {
        var framings = routes.MapGroup("/api/framings/{sourceId}/{slotId}").WithTags("Framing");
        framings.MapPut("", SetAsync).WithName("setFraming");
        framings.MapDelete("", ResetAsync).WithName("resetFraming");
        framings.MapPost("/try", TryAsync).WithName("tryFraming");
    }

    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> SetAsync(
        Planning planning, PantometDb database, TimeProvider clock, string sourceId, string slotId, FramingChange change, CancellationToken cancel)
    {
        var (pairing, problem) = await planning.PairingAsync(sourceId, slotId, cancel);
        if ((problem ?? Refusal(pairing!, change)) is { } refused)
            return refused;
        var plan = pairing!.Plan(With(pairing.ByHand, change));
        var now = clock.GetUtcNow().UtcDateTime;
        var crop = CropOf(pairing, change);
        if (await database.Framings.FindAsync([sourceId, slotId, change.Tier ?? ""], cancel) is { } known)
            (known.Crop, known.SetAt) = (crop, now);
        else
            database.Framings.Add(new FramingRow { SourceId = sourceId, SlotId = slotId, Tier = change.Tier ?? "", Crop = crop, SetAt = now });
        await database.SaveChangesAsync(cancel);
        return TypedResults.Ok(PlanAnswer.Of(slotId, plan));
    }

    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> ResetAsync(
        Planning planning, PantometDb database, string sourceId, string slotId, string? tier, CancellationToken cancel)
    {
        // Without a tier all of the slot becomes automatic again.
        await database.Framings.Where(row => row.SourceId == sourceId && row.SlotId == slotId && (tier == null || row.Tier == tier)).ExecuteDeleteAsync(cancel);
        var (pairing, problem) = await planning.PairingAsync(sourceId, slotId, cancel);
        return problem is not null ? problem : TypedResults.Ok(PlanAnswer.Of(slotId, pairing!.Plan()));
    }

    // While somebody drags: says what would come out, and keeps nothing.
    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> TryAsync(
        Planning planning, string sourceId, string slotId, FramingChange change, CancellationToken cancel)
    {
        var (pairing, problem) = await planning.PairingAsync(sourceId, slotId, cancel);
        return (problem ?? Refusal(pairing!, change)) is { } refused ? refused : TypedResults.Ok(PlanAnswer.Of(slotId, pairing!.Plan(With(pairing.ByHand, change))));
    }

    private static HandCrops With(HandCrops crops, FramingChange change) => change.Tier is { } tier
        ? crops with { Tiers = new Dictionary<string, PixelRect>(crops.Tiers) { [tier] = change.Crop } }
        : crops with { Slot = change.Crop };

    // What is stored is the crop that the rule made of what was drawn.
    private static PixelRect CropOf(Pairing pairing, FramingChange change)
    {
        var part = pairing.Slot.Parts().FirstOrDefault(part => part.Tier?.Name == change.Tier).Slot ?? pairing.Slot;
        return SlotCrop.For(part, pairing.Source.Facts.Size, pairing.Source.Focus, change.Crop).Area;
    }

    private static ProblemHttpResult? Refusal(Pairing pairing, FramingChange change)
    {
        if (change.Tier is not null && pairing.Slot.Tiers.All(tier => tier.Name != change.Tier))
            return Problems.Invalid("tier", $"The slot has no tier \"{change.Tier}\".");
        if (change.Rotation is not (null or 0))
            return Problems.Invalid("rotation", "A framing is not rotated. Leave the rotation out, or send 0.");
        if (!SlotCrop.CanBeSet(pairing.Slot))
            return Problems.Invalid("crop", $"\"{pairing.Slot.Name}\" shows the whole picture; there is nothing to crop.");
        return change.Crop is { Width: > 0, Height: > 0 } ? null : Problems.Invalid("crop", "A crop is at least 1 px wide and 1 px high.");
    }
}
