using BitFaster.Caching.Lru;
using Microsoft.Extensions.Primitives;
using Microsoft.Net.Http.Headers;
using Pantomet.Core.Publishing;
using Pantomet.Server.Publishing;
using Pantomet.Server.Rendering;

namespace Pantomet.Server.Hosting;

/// <summary>Answers plain requests for pictures that were just delivered, before anything else is asked. A page's pictures are asked for by
/// the thousand, and most of them over and over.</summary>
/// <remarks>What it holds is what <see cref="PictureEndpoints"/> answered, and holds as long as nothing in the library changes.</remarks>
internal sealed class WarmDelivery(IDbContextFactory<PantometDb> databases, RenderedFileIndex index)
{
    // Their contents are at most as long as DeliveredPictures keeps in memory: 64 MB together.
    private const int Answers = 512;
    private const int LongestAddress = 400;

    private static readonly StringValues Accept = HeaderNames.Accept;
    private static readonly StringValues Bytes = "bytes";
    private static readonly StringValues NoSniff = "nosniff";
    private static readonly StringValues CrossOrigin = "cross-origin";
    private static readonly StringValues Anybody = "*";

    private readonly ConcurrentLru<Address, Answer> known = new(Answers);

    /// <summary>Answers what it can, and leaves the rest to others.</summary>
    /// <param name="context">The request.</param>
    /// <param name="next">The others.</param>
    public async Task InvokeAsync(HttpContext context, RequestDelegate next)
    {
        if (IsPlain(context.Request) && known.TryGet(Address.Of(context.Request), out var answer) &&
            answer.Changes == databases.Changes())
        {
            await index.UseAsync(answer.Row.Sequence, answer.Row.UsedAt, context.RequestAborted);
            await WriteAsync(context.Response, answer);
            return;
        }

        await next(context);
    }

    /// <summary>Keeps what is answered to a request.</summary>
    /// <param name="request">It.</param>
    /// <param name="found">What it gets.</param>
    /// <param name="changes">Of the library, before it was looked for.</param>
    /// <param name="cacheControl">For how long it may be kept.</param>
    public void Keep(HttpRequest request, Delivered.Found found, long changes, string cacheControl)
    {
        if (found is { IsFinal: true, Content: { } content, Row: { } row } && IsPlain(request) &&
            request.Path.Value!.Length + request.QueryString.Value!.Length + request.Headers.Accept.ToString().Length <= LongestAddress)
            known.AddOrUpdate(
                Address.Of(request), new Answer(changes, row, content, found.MediaType, found.Tag.ToString(), cacheControl));
    }

    // Without a condition or a range.
    private static bool IsPlain(HttpRequest request)
    {
        var headers = request.Headers;
        return HttpMethods.IsGet(request.Method) && DeliveryAddress.IsOne(request.Path.Value) && headers.Range.Count == 0 &&
            headers.IfNoneMatch.Count == 0 && headers.IfMatch.Count == 0 && headers.IfModifiedSince.Count == 0 &&
            headers.IfUnmodifiedSince.Count == 0;
    }

    private static Task WriteAsync(HttpResponse response, Answer answer)
    {
        var headers = response.Headers;
        headers.ContentType = answer.MediaType;
        headers.ContentLength = answer.Content.Length;
        headers.ETag = answer.Tag;
        headers.CacheControl = answer.CacheControl;
        headers.Vary = Accept;
        headers.AcceptRanges = Bytes;
        headers.XContentTypeOptions = NoSniff;
        headers.AccessControlAllowOrigin = Anybody;
        headers["Cross-Origin-Resource-Policy"] = CrossOrigin;
        return response.Body.WriteAsync(answer.Content, 0, answer.Content.Length);
    }

    private readonly record struct Address(string Path, string Query, string Accept)
    {
        public static Address Of(HttpRequest request) =>
            new(request.Path.Value!, request.QueryString.Value!, request.Headers.Accept.ToString());
    }

    private sealed record Answer(
        long Changes, RenderedFileRow Row, byte[] Content, StringValues MediaType, StringValues Tag, StringValues CacheControl);
}
