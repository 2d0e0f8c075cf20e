using Scalar.AspNetCore;

namespace Pantomet.Server.Hosting.Description;

/// <summary>The page that shows the description of the interface for scripts. Its scripts ship with its package.</summary>
internal static class InterfacePage
{
    public static void MapInterfacePage(this IEndpointRouteBuilder routes) => routes.MapScalarApiReference("/docs", options => options
        .WithTitle("Pantomet: the interface for scripts")
        .WithOpenApiRoutePattern("/openapi/{documentName}.json")
        // See PolicyOf.
        .WithNonce()
        .DisableDefaultFonts()
        .DisableTelemetry()
        .DisableAgent()
        .DisableMcp()
        .HideClientButton()
        .HideDeveloperTools())
        .ExcludeFromDescription();

    /// <summary>What the page may load; null for any other. The script in the page itself is named by a number of this one
    /// answer.</summary>
    public static string? PolicyOf(HttpContext context) =>
        context.Items.TryGetValue(ScalarOptions.NonceHttpContextItemKey, out var nonce)
            ? $"default-src 'self'; script-src 'self' 'nonce-{nonce}'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; " +
                "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
            : null;
}
