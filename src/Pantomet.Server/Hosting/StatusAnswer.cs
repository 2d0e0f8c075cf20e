using Microsoft.AspNetCore.Diagnostics;

namespace Pantomet.Server.Hosting;

/// <summary>Says in a sentence what a bare status means: a wrong address, method or type, which no endpoint has a say in.</summary>
internal static class StatusAnswer
{
    public static Task ExecuteAsync(StatusCodeContext context)
    {
        var request = context.HttpContext.Request;
        var status = context.HttpContext.Response.StatusCode;
        var allowed = context.HttpContext.Response.Headers.Allow.ToString();
        var problem = status switch
        {
            StatusCodes.Status404NotFound => Problems.Of(
                status, "no-such-address", "Not found",
                $"There is nothing at {Shown(request.Path)}. The interface is described at /openapi/v1.json."),
            StatusCodes.Status405MethodNotAllowed => Problems.Of(
                status, "no-such-method", "Another method",
                $"The address {Shown(request.Path)} does not take {request.Method}{(allowed.Length > 0 ? $"; it takes {allowed}" : "")}."),
            StatusCodes.Status415UnsupportedMediaType => Problems.Of(
                status, "other-content-type", "Another kind of content",
                $"The address {Shown(request.Path)} does not take {Type(request.ContentType)}. Send application/json, unless the " +
                $"interface's description says otherwise."),
            StatusCodes.Status413PayloadTooLarge => Problems.Of(
                status, "too-long", "Too long", "The request is longer than what is taken here. Send less at once."),
            StatusCodes.Status400BadRequest => Problems.Of(
                status, "bad-request", "The request cannot be read",
                "Something in the address or in the body is missing or is not of the kind that is wanted. The interface is described at " +
                "/openapi/v1.json."),
            _ => Problems.Of(
                status, "refused", "Refused",
                $"The request was answered with status {status}. The interface is described at /openapi/v1.json."),
        };
        return problem.ExecuteAsync(context.HttpContext);
    }

    private static string Type(string? contentType) => contentType is { Length: > 0 } ? contentType : "a body without a content type";

    private static string Shown(PathString path) => path.Value is { Length: > 120 } text ? text[..120] + "…" : path.Value ?? "/";
}
