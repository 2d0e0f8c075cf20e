using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Net.Http.Headers;
using Pantomet.Core.Publishing;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Publishing;

/// <summary>Published pictures, for the pages that show them.</summary>
/// <remarks>
/// RFC 9110: content negotiation (12.5.1), strong validators (8.8.3), conditional requests (13), ranges (14). RFC 9111: caching. RFC 8246:
/// <c>immutable</c>.
/// </remarks>
internal static class PictureEndpoints
{
    private const string ForGood = "public, max-age=31536000, immutable";
    private const string Revalidated = "public, max-age=60, must-revalidate";
    private const string RetryAfterSeconds = "2";
    private const string Address = $"{DeliveryAddress.Root}/{{destination}}/{{slot}}/{{stem}}";

    public static void MapPictures(this IEndpointRouteBuilder routes)
    {
        routes.MapGet(Address, GetAsync).WithTags("Publishing").WithName("getPicture");
        routes.MapMethods(Address, [HttpMethods.Head], GetAsync).ExcludeFromDescription();
    }

    private static async Task<Results<FileContentHttpResult, PhysicalFileHttpResult, RedirectHttpResult, ProblemHttpResult>> GetAsync(
        HttpContext context, DeliveredPictures pictures, AcceptReading accepting, WarmDelivery warm,
        IDbContextFactory<PantometDb> databases, string destination, string slot, string stem, string? w,
        string? tier, string? @as, string? v, CancellationToken cancel)
    {
        var width = w is null ? null : LadderWidth.Read(w);
        if (w is not null && width is null)
            return Problems.Invalid("w", "A width is a whole number of pixels, 1 or more. Nobody needs to ask for one that is made.");
        if (@as is not null and not "placeholder")
            return Problems.Invalid("as", "A picture can be asked for as placeholder, and otherwise as it is.");
        var (formats, signature) = accepting.Of(context.Request.Headers.Accept);
        var asked = new PictureRequest(destination, slot, stem, width, tier, @as is not null, signature);
        // Read before what it is of, so that whatever changes meanwhile is looked for again.
        var changes = databases.Changes();
        var answer = await pictures.GetAsync(asked, formats, cancel);
        var headers = context.Response.Headers;
        headers.Vary = HeaderNames.Accept;
        headers.CacheControl = answer is Delivered.Found { IsFinal: true } kept && v == kept.Version ? ForGood : Revalidated;
        if (answer is Delivered.Found given)
            warm.Keep(context.Request, given, changes, headers.CacheControl.ToString());
        switch (answer)
        {
            case Delivered.Found { Content: { } content } found:
                return TypedResults.File(content, found.MediaType, enableRangeProcessing: true, entityTag: found.Tag);
            case Delivered.Found { Path: { } path } found:
                return TypedResults.PhysicalFile(path, found.MediaType, enableRangeProcessing: true, entityTag: found.Tag);
            case Delivered.Moved(var other):
                var query = context.Request.QueryString.ToString();
                return TypedResults.Redirect(
                    string.Create(CultureInfo.InvariantCulture, $"{DeliveryAddress.Root}/{destination}/{slot}/{other}{query}"),
                    permanent: true, preserveMethod: true);
            case Delivered.Gone:
                return Problems.Gone("The picture was deleted.");
            case Delivered.NotAcceptable:
                return Problems.Of(
                    StatusCodes.Status406NotAcceptable, "not-acceptable", "In no format that is accepted",
                    "The picture is there, and in none of the formats that the request accepts. Accept image/jpeg or image/png.");
            case Delivered.Busy:
                headers.RetryAfter = RetryAfterSeconds;
                headers.CacheControl = "no-store";
                return Problems.Of(
                    StatusCodes.Status503ServiceUnavailable, "busy", "It cannot be made now",
                    "This picture is not made yet, and it cannot be at this moment: many others are waited for, or the server's disk is " +
                    "full. Ask again in a moment.");
            default:
                return Problems.Of(
                    StatusCodes.Status404NotFound, "not-found", "Not found", ((Delivered.Unknown)answer).Sentence);
        }
    }
}
