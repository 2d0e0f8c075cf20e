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
        var plan = pairing!.Plan(change.Crop);
        var now = clock.GetUtcNow().UtcDateTime;
        // What is stored is the crop that the rule made of what was drawn.
        if (await database.Framings.FindAsync([sourceId, slotId], cancel) is { } known)
            (known.Crop, known.SetAt) = (plan.Crop.Area, now);
        else
            database.Framings.Add(new FramingRow { SourceId = sourceId, SlotId = slotId, Crop = plan.Crop.Area, SetAt = now });
        await database.SaveChangesAsync(cancel);
        return TypedResults.Ok(PlanAnswer.Of(slotId, plan));
    }

    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> ResetAsync(
        Planning planning, PantometDb database, string sourceId, string slotId, CancellationToken cancel)
    {
        var (pairing, problem) = await planning.PairingAsync(sourceId, slotId, cancel);
        if (problem is not null)
            return problem;
        await database.Framings.Where(row => row.SourceId == sourceId && row.SlotId == slotId).ExecuteDeleteAsync(cancel);
        return TypedResults.Ok(PlanAnswer.Of(slotId, pairing!.Plan(byHand: null)));
    }

    // While somebody drags: says what would come out, and keeps nothing.
    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> TryAsync(
        Planning planning, string sourceId, string slotId, FramingChange change, CancellationToken cancel)
    {
        var (pairing, problem) = await planning.PairingAsync(sourceId, slotId, cancel);
        return (problem ?? Refusal(pairing!, change)) is { } refused ? refused : TypedResults.Ok(PlanAnswer.Of(slotId, pairing!.Plan(change.Crop)));
    }

    private static ProblemHttpResult? Refusal(Pairing pairing, FramingChange change)
    {
        if (change.Tier is not null)
            return Problems.Invalid("tier", $"The slot has no tier \"{change.Tier}\".");
        if (change.Rotation is not (null or 0))
            return Problems.Invalid("rotation", "A framing is not rotated. Leave the rotation out, or send 0.");
        if (!SlotCrop.CanBeSet(pairing.Slot))
            return Problems.Invalid("crop", $"\"{pairing.Slot.Name}\" shows the whole picture; there is nothing to crop.");
        return change.Crop is { Width: > 0, Height: > 0 } ? null : Problems.Invalid("crop", "A crop is at least 1 px wide and 1 px high.");
    }
}
