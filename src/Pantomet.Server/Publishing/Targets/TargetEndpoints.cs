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

/// <summary>Asks which key an SFTP server shows.</summary>
/// <param name="Host">The server.</param>
/// <param name="Port">Its port; absent: 22.</param>
internal sealed record HostKeyRequest(string Host, int? Port = null);

/// <summary>What an SFTP server shows.</summary>
/// <param name="HostKey">SHA-256 fingerprint of its key. Whether it is the right one is for a person to say.</param>
internal sealed record HostKeyAnswer(string HostKey);

internal static class TargetEndpoints
{
    public static void MapTargets(this IEndpointRouteBuilder routes)
    {
        var targets = routes.MapGroup("/api/targets").WithTags("Publishing");
        targets.MapGet("", ListAsync).WithName("listTargets");
        targets.MapPost("", MakeAsync).WithName("makeTarget");
        targets.MapPut("/{id}", ChangeAsync).WithName("changeTarget");
        targets.MapDelete("/{id}", DeleteAsync).WithName("deleteTarget");
        targets.MapPost("/host-key", HostKeyAsync).WithName("getHostKey");
    }

    private static async Task<Ok<TargetsAnswer>> ListAsync(TargetRegister targets, CancellationToken cancel) =>
        TypedResults.Ok(new TargetsAnswer([.. (await targets.AllAsync(cancel)).Select(row => Answer(targets, row))]));

    private static async Task<Results<Created<TargetAnswer>, ProblemHttpResult>> MakeAsync(TargetRegister targets, TargetRequest wanted)
    {
        var (row, refusal) = await targets.MakeAsync(wanted);
        return row is null ? Problems.Of(refusal!) : TypedResults.Created($"/api/targets/{row.Id}", Answer(targets, row));
    }

    private static async Task<Results<Ok<TargetAnswer>, ProblemHttpResult>> ChangeAsync(TargetRegister targets, string id, TargetRequest wanted)
    {
        var (row, refusal) = await targets.ChangeAsync(id, wanted);
        return row is null ? Problems.Of(refusal!) : TypedResults.Ok(Answer(targets, row));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DeleteAsync(TargetRegister targets, string id) =>
        (await targets.DeleteAsync(id)).Refusal is { } refusal ? Problems.Of(refusal) : TypedResults.NoContent();

    private static async Task<Results<Ok<HostKeyAnswer>, ProblemHttpResult>> HostKeyAsync(HostKeyRequest asked, CancellationToken cancel)
    {
        if (string.IsNullOrWhiteSpace(asked.Host))
            return Problems.Invalid("host", "Say on which server.");
        try
        {
            return TypedResults.Ok(new HostKeyAnswer(await SftpTarget.HostKeyAsync(asked.Host, asked.Port, cancel)));
        }
        catch (TargetFaultException fault)
        {
            return Problems.Invalid("host", fault.Message);
        }
    }

    private static TargetAnswer Answer(TargetRegister targets, TargetRow row) =>
        new(row.Id, row.Name, row.Place, targets.IsOpen(row), row.MadeAt);
}
