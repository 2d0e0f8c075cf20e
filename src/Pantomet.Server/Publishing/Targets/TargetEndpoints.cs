using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Publishing.Targets;

/// <summary>A target as the interface gives it: without what opens it.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Place">Where it is.</param>
/// <param name="IsOpen">Whether what opens it is known: after a restore it has to be given again.</param>
/// <param name="MadeAt">Since when it is there.</param>
internal sealed record TargetAnswer(string Id, string Name, TargetPlace Place, bool IsOpen, DateTime MadeAt);

/// <summary>All targets, in the order in which they were made.</summary>
internal sealed record TargetsAnswer(IReadOnlyList<TargetAnswer> Items);

/// <summary>Whether a target can be published to.</summary>
/// <param name="IsReached">Whether it answered and let us in. Whether it lets us write is seen when something is published.</param>
/// <param name="Problem">Why not; empty where it can.</param>
/// <param name="HostKey">Fingerprint of the key that an SFTP server shows. Whether it is the right one is for a person to say.</param>
internal sealed record TargetCheck(bool IsReached, string Problem, string? HostKey);

internal static class TargetEndpoints
{
    public static void MapTargets(this IEndpointRouteBuilder routes)
    {
        var targets = routes.MapGroup("/api/targets").WithTags("Publishing");
        targets.MapGet("", ListAsync).WithName("listTargets");
        targets.MapPost("", MakeAsync).WithName("makeTarget");
        targets.MapPut("/{id}", ChangeAsync).WithName("changeTarget");
        targets.MapDelete("/{id}", DeleteAsync).WithName("deleteTarget");
        targets.MapPost("/{id}/check", CheckAsync).WithName("checkTarget");
    }

    private static async Task<Ok<TargetsAnswer>> ListAsync(TargetRegister targets, CancellationToken cancel) =>
        TypedResults.Ok(new TargetsAnswer([.. (await targets.AllAsync(cancel)).Select(row => Answer(targets, row))]));

    private static async Task<Results<Created<TargetAnswer>, ProblemHttpResult>> MakeAsync(TargetRegister targets, TargetRequest wanted)
    {
        var (row, refusal) = await targets.MakeAsync(wanted);
        return row is null ? Problems.Of(refusal!) : TypedResults.Created($"/api/targets/{row.Id}", Answer(targets, row));
    }

    private static async Task<Results<Ok<TargetAnswer>, ProblemHttpResult>> ChangeAsync(
        TargetRegister targets, string id, TargetRequest wanted)
    {
        var (row, refusal) = await targets.ChangeAsync(id, wanted);
        return row is null ? Problems.Of(refusal!) : TypedResults.Ok(Answer(targets, row));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DeleteAsync(TargetRegister targets, string id) =>
        (await targets.DeleteAsync(id)).Refusal is { } refusal ? Problems.Of(refusal) : TypedResults.NoContent();

    private static async Task<Results<Ok<TargetCheck>, ProblemHttpResult>> CheckAsync(
        TargetRegister targets, string id, CancellationToken cancel)
    {
        if ((await targets.AllAsync(cancel)).SingleOrDefault(row => row.Id == id) is not { } row)
            return Problems.NotFound("target", id);
        var (problem, hostKey) = await targets.CheckAsync(row, cancel);
        return TypedResults.Ok(new TargetCheck(problem is null, problem ?? "", hostKey));
    }

    private static TargetAnswer Answer(TargetRegister targets, TargetRow row) =>
        new(row.Id, row.Name, row.Place, targets.IsOpen(row), row.MadeAt);
}
