namespace Pantomet.Server.Hosting;

/// <summary>
/// How the built client is served: what has a hash in its name holds for good, the page itself is always asked for again (RFC 9111, RFC
/// 8246).
/// </summary>
internal static class ClientFiles
{
    public static StaticFileOptions Options { get; } = new()
    {
        OnPrepareResponse = context => context.Context.Response.Headers.CacheControl =
            context.Context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache",
    };
}
