using BitFaster.Caching;
using BitFaster.Caching.Lru;

namespace Pantomet.Server.Hosting;

/// <summary>
/// A change that is sent again, since its answer did not arrive, is answered as before and not done twice: both requests carry the same
/// <c>Idempotency-Key</c> (draft-ietf-httpapi-idempotency-key-header-07).
/// </summary>
/// <remarks>Answers are kept in memory for a while. After a restart of the server a change may be done twice; those that name the version
/// they were made from are refused then.</remarks>
internal sealed class RepeatedRequests(RequestDelegate next)
{
    private const string Header = "Idempotency-Key";
    private const int MaxKept = 500;
    private const int MaxKeyLength = 100;

    // Longer than a page waits before it asks again.
    private static readonly TimeSpan KeptFor = TimeSpan.FromMinutes(10);

    private readonly IAsyncCache<string, KeptAnswer> answers = new ConcurrentLruBuilder<string, KeptAnswer>()
        .WithCapacity(MaxKept).WithExpireAfterWrite(KeptFor).AsAsyncCache().WithAtomicGetOrAdd().Build();

    public async Task InvokeAsync(HttpContext context)
    {
        if (KeyOf(context.Request) is not { } key)
        {
            await next(context);
            return;
        }

        var answer = await answers.GetOrAddAsync(key, _ => AnswerAsync(context));
        // A fault may pass.
        if (answer.Status >= StatusCodes.Status500InternalServerError)
            answers.TryRemove(key);
        await answer.WriteAsync(context.Response);
    }

    private static string? KeyOf(HttpRequest request) =>
        request.Headers[Header].ToString() is { Length: > 0 and <= MaxKeyLength } key && !HttpMethods.IsGet(request.Method)
            ? $"{request.Method} {request.Path}{request.QueryString} {key}"
            : null;

    private async Task<KeptAnswer> AnswerAsync(HttpContext context)
    {
        // Once begun it is carried through: whoever asked may be about to ask again.
        context.RequestAborted = CancellationToken.None;
        var body = context.Response.Body;
        using var kept = new MemoryStream();
        context.Response.Body = kept;
        try
        {
            await next(context);
        }
        finally
        {
            context.Response.Body = body;
        }

        var headers = context.Response.Headers;
        return new KeptAnswer(
            context.Response.StatusCode, context.Response.ContentType, headers.ETag.ToString(), headers.Location.ToString(),
            kept.ToArray());
    }

    private sealed record KeptAnswer(int Status, string? ContentType, string ETag, string Location, byte[] Body)
    {
        public async Task WriteAsync(HttpResponse response)
        {
            (response.StatusCode, response.ContentType) = (Status, ContentType);
            if (ETag.Length > 0)
                response.Headers.ETag = ETag;
            if (Location.Length > 0)
                response.Headers.Location = Location;
            if (Body.Length > 0)
                await response.Body.WriteAsync(Body);
        }
    }
}
