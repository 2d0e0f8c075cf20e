using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Rendering;

namespace Pantomet.Server.Hosting;

/// <summary>Turns what nobody caught into a problem document.</summary>
internal static class FaultResponse
{
    /// <summary>
    /// What is said to the asker is not logged as a fault of the server: a picture that cannot be read, a request that makes no sense.
    /// </summary>
    public static ExceptionHandlerOptions Options { get; } = new()
    {
        ExceptionHandler = AnswerAsync,
        SuppressDiagnosticsCallback = context => context.Exception is UnreadableException or BadHttpRequestException ||
            StrictJson.IsHalfCharacter(context.Exception),
    };

    private static async Task AnswerAsync(HttpContext context)
    {
        var fault = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        var problem = fault switch
        {
            BadHttpRequestException { InnerException: JsonException json } => Problems.Of(
                StatusCodes.Status400BadRequest, "not-json", "The request cannot be read",
                $"The body is not the JSON that is wanted here: {json.Message}", json.Path?.TrimStart('$', '.')),
            _ when fault is not null &&
                StrictJson.IsHalfCharacter(fault) => Problems.Of(
                    StatusCodes.Status400BadRequest, "not-json", "The request cannot be read", StrictJson.HalfCharacter),
            BadHttpRequestException bad => Problems.Of(bad.StatusCode, "bad-request", "The request cannot be read",
                bad.Message.StartsWith("Implicit body", StringComparison.Ordinal)
                    ? "The request has no body. Send one as the interface's description at /openapi/v1.json says."
                    : bad.Message),
            UnreadableException unreadable => Problems.Of(
                StatusCodes.Status410Gone, unreadable.Id, "The picture cannot be read", unreadable.Message),
            _ when fault is not null &&
                StorageFull.Is(fault) => Problems.Of(
                    StatusCodes.Status507InsufficientStorage, "disk-full", "The disk is full", DiskFull.Sentence),
            _ => Problems.Of(
                StatusCodes.Status500InternalServerError, "fault", "Something failed in the server",
                "Nothing was changed. Try again; if it happens again, look into the server's log."),
        };
        await problem.ExecuteAsync(context);
    }
}
