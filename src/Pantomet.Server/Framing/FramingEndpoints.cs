using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Framing;

/// <summary>A crop that is set by hand.</summary>
/// <param name="Crop">In upright source pixels, whole, inside the picture. It is fitted to the shape; a finding says so.</param>
/// <param name="Tier">A tier of the slot; null for the slot with all its tiers.</param>
/// <param name="Rotation">Degrees clockwise, within 15 of a quarter turn; null follows the source's.</param>
internal sealed record DrawnFraming(DrawnRect Crop, string? Tier = null, double? Rotation = null);

/// <summary>A rectangle as it was sent, whole numbers or not.</summary>
internal sealed record DrawnRect(double X, double Y, double Width, double Height);

internal static class FramingEndpoints
{
    public static void MapFramings(this IEndpointRouteBuilder routes)
    {
        var ofSource = routes.MapGroup("/api/framings/{sourceId}").WithTags("Framing");
        ofSource.MapGet("", GetAsync).WithName("getFraming");
        ofSource.MapPost("/changes", ChangeAsync).WithName("changeFraming");
        ofSource.MapPost("/try", TryAsync).WithName("tryFraming");
        ofSource.MapPost(
            "/undo", (Framings framings, DestinationCatalogue catalogue, string sourceId, CancellationToken cancel) =>
                MoveAsync(framings, catalogue, sourceId, false, cancel)).WithName("undoFraming");
        ofSource.MapPost(
            "/redo", (Framings framings, DestinationCatalogue catalogue, string sourceId, CancellationToken cancel) =>
                MoveAsync(framings, catalogue, sourceId, true, cancel)).WithName("redoFraming");
        ofSource.MapPut("/{slotId}", SetAsync).WithName("setCrop");
        ofSource.MapDelete("/{slotId}", ResetAsync).WithName("resetCrop");
    }

    private static async Task<Results<Ok<FramingAnswer>, ProblemHttpResult>> GetAsync(
        Framings framings, DestinationCatalogue catalogue, PreviewFiles previews, IDbContextFactory<PantometDb> databases, string sourceId,
        CancellationToken cancel)
    {
        var (source, problem) = await framings.FindAsync(sourceId, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        // It came in before subjects were proposed.
        if (source!.Proposal is null && await previews.TryProposeAsync(source, cancel) is { } proposal)
        {
            await databases.WriteAsync(
                async database => (await database.Sources.SingleOrDefaultAsync(row => row.Id == sourceId))?.Proposal ??= proposal);
            source.Proposal = proposal;
        }

        return TypedResults.Ok(await AnswerAsync(framings, catalogue, source, cancel));
    }

    private static async Task<Results<Ok<FramingAnswer>, ProblemHttpResult>> ChangeAsync(
        Framings framings, DestinationCatalogue catalogue, HttpContext context, string sourceId, FramingRequest request,
        CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        var (source, problem) = await framings.DoAsync(sourceId, Over(context.Request), row => request.Read(row, slots));
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(await AnswerAsync(framings, catalogue, source!, cancel));
    }

    // While somebody drags: says what would come out in every place, and keeps nothing. Remedies are for the place that is dragged: others
    // are looked at when it is at rest.
    private static async Task<Results<Ok<FramingAnswer>, ProblemHttpResult>> TryAsync(
        Framings framings, DestinationCatalogue catalogue, string sourceId, FramingRequest request, CancellationToken cancel)
    {
        var (source, missing) = await framings.FindAsync(sourceId, cancel);
        if (missing is not null)
            return Problems.Of(missing);
        var slots = await catalogue.SlotsAsync(cancel);
        var (change, problem) = request.Read(source!, slots);
        return problem is not null
            ? Problems.Of(problem)
            : TypedResults.Ok(
                FramingAnswer.Of(
                    source!, await InOrderAsync(catalogue, cancel), tried: change!.ApplyTo(source!.Framing),
                    mends: slot => slot.Id == request.Slot));
    }

    private static async Task<Results<Ok<FramingAnswer>, ProblemHttpResult>> MoveAsync(
        Framings framings, DestinationCatalogue catalogue, string sourceId, bool forward, CancellationToken cancel)
    {
        var (source, problem) = await framings.MoveAsync(sourceId, forward);
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(await AnswerAsync(framings, catalogue, source!, cancel));
    }

    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> SetAsync(
        Framings framings, DestinationCatalogue catalogue, string sourceId, string slotId, DrawnFraming drawn, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        PixelRect crop = default, taken = default;
        var (source, problem) = await framings.DoAsync(sourceId, over: null, row =>
        {
            if (Unfit(drawn.Crop, row.Facts.Size) is { } refused)
                return refused;
            Rotation? turn = null;
            if (drawn.Rotation is { } degrees)
            {
                if (!Rotation.TryOf(degrees, row.Framing.Turn.IsMirrored, out var own))
                    return Refusal.Invalid(
                        "rotation", "A picture is turned by quarters, and levelled by at most 15 degrees either way from there.");
                turn = own;
            }

            crop = new PixelRect((int)drawn.Crop.X, (int)drawn.Crop.Y, (int)drawn.Crop.Width, (int)drawn.Crop.Height);
            var request = new FramingRequest(FramingAct.Crop, slotId, drawn.Tier, crop);
            if (request.Read(row, slots).Refusal is { } unfit)
                return unfit;
            taken = request.AsTaken(row, slots[slotId].Slot, new HandFraming(crop, turn));
            return new FramingChange.Crop(slots[slotId].Slot, drawn.Tier, new HandFraming(taken, turn));
        });
        if (problem is not null)
            return Problems.Of(problem);
        var slot = slots[slotId].Slot;
        var answer = PlanAnswer.Of(slotId, new Pairing(source!, slot).Plan());
        return TypedResults.Ok(taken == crop
            ? answer
            : answer with { Findings = [Fitted(crop, taken, slot.Shape.ToString()), .. answer.Findings] });
    }

    private static async Task<Results<Ok<PlanAnswer>, ProblemHttpResult>> ResetAsync(
        Framings framings, DestinationCatalogue catalogue, string sourceId, string slotId, string? tier, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        var (source, problem) = await framings.DoAsync(
            sourceId, over: null, row => new FramingRequest(FramingAct.Automatic, slotId, tier).Read(row, slots));
        return problem is not null
            ? Problems.Of(problem)
            : TypedResults.Ok(PlanAnswer.Of(slotId, new Pairing(source!, slots[slotId].Slot).Plan()));
    }

    private static async Task<FramingAnswer> AnswerAsync(
        Framings framings, DestinationCatalogue catalogue, SourceRow source, CancellationToken cancel) =>
        FramingAnswer.Of(source, await InOrderAsync(catalogue, cancel), await framings.LabelsAsync(source.Id, cancel));

    private static async Task<IEnumerable<Core.Destinations.Slot>> InOrderAsync(DestinationCatalogue catalogue, CancellationToken cancel) =>
        (await catalogue.AllAsync(cancel)).SelectMany(destination => destination.Slots);

    private static long? Over(HttpRequest request) =>
        long.TryParse(request.Headers.IfMatch.ToString().Trim('"'), out var revision) ? revision : null;

    // What a script sends is never moved in silence: where it lies outside, it meant another picture.
    private static Refusal? Unfit(DrawnRect crop, PixelSize picture)
    {
        foreach (var (name, value) in ((string, double)[])[("x", crop.X), ("y", crop.Y), ("width", crop.Width), ("height", crop.Height)])
        {
            if (value != Math.Floor(value) || Math.Abs(value) > int.MaxValue)
                return Refusal.Invalid(
                    $"crop.{name}", FormattableString.Invariant($"A crop has whole pixels; {name} is {value}. Round it."));
        }

        if (crop.Width < 1 || crop.Height < 1)
            return Refusal.Invalid("crop", "A crop is at least 1 px wide and 1 px high.");
        return crop.X >= 0 && crop.Y >= 0 && crop.X + crop.Width <= picture.Width && crop.Y + crop.Height <= picture.Height
            ? null
            : Refusal.Invalid(
                "crop",
                FormattableString.Invariant($"The crop of {crop.Width} × {crop.Height} px at {crop.X}, {crop.Y} ") +
                $"reaches beyond the picture, which has {Finding.Px(picture)} px. Move it inside, or make it smaller.");
    }

    private static Finding Fitted(PixelRect drawn, PixelRect taken, string shape) => new(
        "crop-fitted", Severity.Note,
        $"The crop of {Finding.Px(drawn.Size)} px at {drawn.X}, {drawn.Y} does not have the shape {shape}; the nearest that has it was " +
        $"taken: {Finding.Px(taken.Size)} px at {taken.X}, {taken.Y}.");
}
