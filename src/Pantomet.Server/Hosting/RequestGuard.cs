using Pantomet.Core.Publishing;
using Pantomet.Server.Hosting.Description;

namespace Pantomet.Server.Hosting;

/// <summary>Refuses requests that come through another site's page or name, and tells browsers to load nothing from elsewhere.</summary>
/// <remarks>OWASP ASVS 5, chapters on web frontend security and on origins. Without the check of Host, a foreign name that resolves to this
/// machine could read the library.</remarks>
internal sealed class RequestGuard(RequestDelegate next, AllowedHosts allowed)
{
    private const string ContentPolicy =
        "default-src 'self'; img-src 'self' blob: data:; style-src 'self'; style-src-attr 'unsafe-inline'; object-src 'none'; " +
        "base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    public async Task InvokeAsync(HttpContext context)
    {
        // At the last moment: whoever answers for a fault begins with an empty answer.
        context.Response.OnStarting(() =>
        {
            Protect(context);
            return Task.CompletedTask;
        });

        if (Refusal(context.Request) is { } reason)
            await Problems.Of(StatusCodes.Status403Forbidden, "foreign-request", "Refused", reason).ExecuteAsync(context);
        else
            await next(context);
    }

    private static void Protect(HttpContext context)
    {
        var headers = context.Response.Headers;
        // What is shown out of a package has a stricter one.
        if (headers.ContentSecurityPolicy.Count == 0)
            headers.ContentSecurityPolicy = InterfacePage.PolicyOf(context) ?? ContentPolicy;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers["Cross-Origin-Opener-Policy"] = "same-origin";
        // What is published is for the pages of others, whatever their host (Fetch: "cross-origin resource policy check").
        var isPublic = IsPublic(context.Request);
        headers["Cross-Origin-Resource-Policy"] = isPublic ? "cross-origin" : "same-origin";
        if (isPublic)
            headers.AccessControlAllowOrigin = "*";
        headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
    }

    private static bool IsPublic(HttpRequest request) => DeliveryAddress.IsOne(request.Path);

    private string? Refusal(HttpRequest request)
    {
        if (IsPublic(request) && (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method)))
            return null;
        if (!allowed.Contains(request.Host.Host))
            return $"This server does not answer for the host \"{request.Host.Host}\". Open it under the address that it printed at its " +
                $"start, or name the host in PANTOMET_HOSTS.";
        var origin = request.Headers.Origin.ToString();
        if (origin.Length > 0 && !IsOurs(origin, request.Host))
            return "The request comes from a page of another site. Only Pantomet's own pages, and scripts without an Origin, may ask.";
        // Behind a proxy that ends TLS, the page has another scheme than the request that arrives here; its host is the same.
        static bool IsOurs(string origin, HostString host) =>
            Uri.TryCreate(origin, UriKind.Absolute, out var page) && page.Scheme is ("http" or "https") &&
            page.Host.Equals(host.Host, StringComparison.OrdinalIgnoreCase) &&
            (page.Port == host.Port || (host.Port is null && page.IsDefaultPort));
        var crossSite = request.Headers["Sec-Fetch-Site"] == "cross-site" && request.Headers["Sec-Fetch-Mode"] != "navigate";
        return crossSite ? "The request comes from a page of another site." : null;
    }
}

/// <summary>
/// The host names under which the server answers: those of this machine, those it listens on, and those named in PANTOMET_HOSTS.
/// </summary>
internal sealed class AllowedHosts
{
    private readonly HashSet<string> names = new(StringComparer.OrdinalIgnoreCase) { "localhost", "127.0.0.1", "[::1]" };

    public AllowedHosts(IConfiguration configuration)
    {
        foreach (var url in (configuration["urls"] ?? "").Split(';', StringSplitOptions.RemoveEmptyEntries))
            names.Add(BindingAddress.Parse(url).Host);
        names.UnionWith(
            (configuration["PANTOMET_HOSTS"] ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries));
    }

    public bool Contains(string host) => names.Contains(host);
}
