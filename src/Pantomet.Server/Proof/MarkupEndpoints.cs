using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof.Markup;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Proof;

internal static class MarkupEndpoints
{
    public static void MapMarkup(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/markup", GetAsync).Produces<string>(contentType: "text/plain").WithTags("Proof").WithName("getMarkup");

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> GetAsync(
        PagePictures pictures, string source, string slot, string kind, bool? top, CancellationToken cancel)
    {
        if (Writer(kind) is not { } write)
            return Problems.Invalid("kind", $"\"{kind}\" is no kind of markup. There are html, css, json, preload, meta and addresses.");
        var (picture, problem) = await pictures.OfAsync(source, slot, top ?? false, cancel);
        return problem is not null ? Problems.Of(problem) : TypedResults.Text(write(picture!), "text/plain", Encoding.UTF8);
    }

    private static Func<PagePicture, string>? Writer(string kind) => kind switch
    {
        "html" => PictureElement.Of,
        "css" => picture => BackgroundRule.Of(picture, $".{Stem.From(picture.Slot.Name)}"),
        "json" => MarkupData.ToJson,
        "preload" => PreloadLinks.Of,
        "meta" => LinkCard.Of,
        "addresses" => MarkupData.Addresses,
        _ => null,
    };
}
