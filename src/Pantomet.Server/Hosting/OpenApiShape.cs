using Microsoft.AspNetCore.OpenApi;

namespace Pantomet.Server.Hosting;

/// <summary>What the description of the interface says beyond what the endpoints say for themselves.</summary>
internal static class OpenApiShape
{
    public static void Apply(OpenApiOptions options) => options.AddDocumentTransformer((document, _, _) =>
    {
        document.Info.Title = "Pantomet";
        document.Info.Version = "1";
        document.Info.Description = "Sizes in bytes are integers, times are RFC 3339 UTC, pixel positions are upright source pixels.";
        // The address differs from machine to machine; the description does not.
        document.Servers?.Clear();
        return Task.CompletedTask;
    });
}
