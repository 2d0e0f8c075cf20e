using System.Runtime.CompilerServices;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.Net.Http.Headers;

namespace Pantomet.Server.Hosting;

/// <summary>The sender broke off, or what was sent is no multipart content. A fault of the server's own disk is not this.</summary>
internal sealed class BrokenOffException(Exception cause) : Exception("The upload ended before its last file was whole.", cause);

/// <summary>The files of a multipart request, one after the other as they arrive.</summary>
internal static class SentFiles
{
    /// <summary>The problem of an upload that broke off.</summary>
    /// <param name="arrived">Files that came before.</param>
    public static ProblemHttpResult BrokenOff(int arrived) => Problems.Of(
        StatusCodes.Status400BadRequest, "broken-off", "The upload broke off",
        $"The upload ended before its last file was whole. {arrived} files had arrived and are kept; send the rest again.");

    /// <summary>Reads them by hand and does not bind them to a form: a bound form would buffer whole files.</summary>
    /// <param name="request">Its body is read once.</param>
    /// <param name="cancel">The sender is gone.</param>
    /// <returns>Name as sent, and content; none where the request is not multipart. Each content is read before the next is asked
    /// for.</returns>
    /// <exception cref="BrokenOffException">From here, and from reading a content.</exception>
    public static async IAsyncEnumerable<(string? Name, Stream Content)> ReadAsync(
        HttpRequest request, [EnumeratorCancellation] CancellationToken cancel)
    {
        if (!MediaTypeHeaderValue.TryParse(request.ContentType, out var type) ||
            HeaderUtilities.RemoveQuotes(type.Boundary).Value is not { Length: > 0 } boundary)
            yield break;
        var reader = new MultipartReader(boundary, request.Body);
        while (await NextAsync(reader, cancel) is { } section)
        {
            if (section.GetContentDispositionHeader() is { } disposition && disposition.IsFileDisposition() && disposition.Name == "files")
                yield return (disposition.FileNameStar.Value ?? disposition.FileName.Value, new Arriving(section.Body));
        }
    }

    private static async Task<MultipartSection?> NextAsync(MultipartReader reader, CancellationToken cancel)
    {
        try
        {
            return await reader.ReadNextSectionAsync(cancel);
        }
        catch (Exception fault) when (IsBrokenOff(fault))
        {
            throw new BrokenOffException(fault);
        }
    }

    private static bool IsBrokenOff(Exception fault) => fault is InvalidDataException or BadHttpRequestException or IOException;

    // Says of a fault in reading that it is the sender's, so that it is not taken for one in writing.
    private sealed class Arriving(Stream content) : Stream
    {
        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position { get => throw new NotSupportedException(); set => throw new NotSupportedException(); }

        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default)
        {
            try
            {
                return await content.ReadAsync(buffer, cancellationToken);
            }
            catch (Exception fault) when (IsBrokenOff(fault))
            {
                throw new BrokenOffException(fault);
            }
        }

        public override int Read(byte[] buffer, int offset, int count) => throw new NotSupportedException();

        public override void Flush() => throw new NotSupportedException();

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();
    }
}
