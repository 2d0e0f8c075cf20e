using System.Runtime.CompilerServices;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.Net.Http.Headers;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources;

/// <summary>The files of a multipart request, one after the other as they arrive.</summary>
internal static class SentFiles
{
    /// <summary>Whether a fault means that the sender broke off.</summary>
    public static bool IsBrokenOff(Exception fault) => fault is InvalidDataException or BadHttpRequestException or IOException;

    /// <summary>The problem of an upload that broke off.</summary>
    /// <param name="arrived">Files that came before.</param>
    public static ProblemHttpResult BrokenOff(int arrived) => Problems.Of(
        StatusCodes.Status400BadRequest, "broken-off", "The upload broke off",
        $"The upload ended before its last file was whole. {arrived} files had arrived and are kept; send the rest again.");

    /// <summary>Reads them by hand and does not bind them to a form: a bound form would buffer whole files.</summary>
    /// <param name="request">Its body is read once.</param>
    /// <param name="cancel">The sender is gone.</param>
    /// <returns>Name as sent, and content; none where the request is not multipart. Each content is read before the next is asked for.</returns>
    public static async IAsyncEnumerable<(string? Name, Stream Content)> ReadAsync(HttpRequest request, [EnumeratorCancellation] CancellationToken cancel)
    {
        if (!MediaTypeHeaderValue.TryParse(request.ContentType, out var type) || HeaderUtilities.RemoveQuotes(type.Boundary).Value is not { Length: > 0 } boundary)
            yield break;
        var reader = new MultipartReader(boundary, request.Body);
        while (await reader.ReadNextSectionAsync(cancel) is { } section)
        {
            if (section.GetContentDispositionHeader() is { } disposition && disposition.IsFileDisposition() && disposition.Name == "files")
                yield return (disposition.FileNameStar.Value ?? disposition.FileName.Value, section.Body);
        }
    }
}
