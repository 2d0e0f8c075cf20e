using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Proof.Markup;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Proof;

internal static class MarkupEndpoints
{
    public static void MapMarkup(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/markup", GetAsync).Produces<string>(contentType: "text/plain").WithTags("Proof").WithName("getMarkup");

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> GetAsync(
        PagePictures pictures, string source, string slot, string kind, bool? top, string? placeholder, CancellationToken cancel)
    {
        var shown = PlaceholderKind.None;
        if (placeholder is not null && (!Enum.TryParse(placeholder, ignoreCase: true, out shown) || int.TryParse(placeholder, out _)))
            return Problems.Invalid("placeholder", $"\"{placeholder}\" is no placeholder. There are none, colour and blurred.");
        if (Writer(kind, shown) is not { } write)
            return Problems.Invalid("kind", $"\"{kind}\" is no kind of markup. There are html, css, json, preload, meta and addresses.");
        var (made, problem) = await pictures.OfAsync(source, slot, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        var picture = await pictures.OnPageAsync(made!, top, cancel);
        return TypedResults.Text(write(picture, made!.Folder.Slot), "text/plain", Encoding.UTF8);
    }

    private static Func<PagePicture, string, string>? Writer(string kind, PlaceholderKind placeholder) => kind switch
    {
        "html" => (picture, _) => PictureElement.Of(picture, placeholder),
        "css" => (picture, folder) => BackgroundRule.Of(picture, $".{ClassName.Of(folder, picture.Stem)}"),
        "json" => (picture, _) => MarkupData.ToJson(picture),
        "preload" => (picture, _) => PreloadLinks.Of(picture),
        "meta" => (picture, _) => LinkCard.Of(picture),
        "addresses" => (picture, _) => MarkupData.Addresses(picture),
        _ => null,
    };
}
