using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Pantomet.Market;

/// <summary>A small marketplace that nobody buys at: it takes listings over HTTP with a key, holds to its rules, and shows what
/// it got.</summary>
public static class MarketServer
{
    private const int MaxName = 250;

    // A little above what is taken, so that a longer file is refused by its own sentence.
    private const int SomeMore = 64_000;

    /// <summary>The server, not yet started.</summary>
    /// <param name="args"><c>--urls</c>, and <c>--key</c>: what its sellers send as bearer token.</param>
    public static WebApplication Build(string[] args)
    {
        var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
        var (rules, listings) = (MarketRules.Quayside, new Listings());
        builder.WebHost.UseKestrel(kestrel => kestrel.Limits.MaxRequestBodySize = rules.MaxBytes + SomeMore);
        builder.Services.AddSingleton(listings);
        builder.Logging.SetMinimumLevel(LogLevel.Warning);
        var app = builder.Build();
        var key = Encoding.UTF8.GetBytes(
            app.Configuration["key"] ?? throw new InvalidOperationException("Say with --key which key its sellers have."));
        app.MapGet("/", () => TypedResults.Content(ShopWindow.Of(rules, listings), "text/html"));
        app.MapGet("/rules", () => TypedResults.Ok(rules));
        var sellers = app.MapGroup("/listings").AddEndpointFilter(async (call, next) => IsSeller(call.HttpContext.Request, key)
            ? await next(call)
            : Refused(StatusCodes.Status401Unauthorized, new MarketError("key", "We do not know this key.")));
        sellers.MapGet("", () => TypedResults.Ok(new
        {
            items = listings.All().Select(listing => new
            {
                listing.Listing,
                pictures = listing.Pictures.Select(picture => new { picture.Name, Bytes = picture.Content.LongLength, picture.Sha256 }),
            }),
        }));
        sellers.MapGet("/{listing}/pictures/{name}", IResult (string listing, string name) => listings.Find(listing, name) is { } picture
            ? TypedResults.Bytes(picture.Content, picture.MediaType)
            : Refused(StatusCodes.Status404NotFound, new MarketError("none", "There is no such picture.")));
        sellers.MapDelete("/{listing}/pictures/{name}", IResult (string listing, string name) => listings.Remove(listing, name)
            ? TypedResults.NoContent()
            : Refused(StatusCodes.Status404NotFound, new MarketError("none", "There is no such picture.")));
        sellers.MapPut("/{listing}/pictures/{name}", (HttpRequest request, string listing, string name) =>
            PutAsync(request, listings, rules, listing, name));
        return app;
    }

    private static async Task<IResult> PutAsync(HttpRequest request, Listings listings, MarketRules rules, string listing, string name)
    {
        if (listing.Length > MaxName || name.Length > MaxName)
            return Refused(StatusCodes.Status422UnprocessableEntity, new MarketError("name", $"A name has at most {MaxName} characters."));
        // RFC 9110, 13.1.2.
        if (request.Headers.IfNoneMatch == "*" && listings.Find(listing, name) is not null)
            return Refused(StatusCodes.Status412PreconditionFailed, new MarketError("there", "There is a picture of this name already."));
        using var content = new MemoryStream();
        try
        {
            await request.Body.CopyToAsync(content);
        }
        catch (BadHttpRequestException tooLong) when (tooLong.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            return Refused(StatusCodes.Status422UnprocessableEntity, new MarketError("too-heavy", "The file is far too heavy."));
        }

        var picture = new ListedPicture(name, request.ContentType ?? "no type", content.ToArray());
        if (PictureCheck.Errors(picture.Content, picture.MediaType, rules) is { Count: > 0 } errors)
            return Refused(StatusCodes.Status422UnprocessableEntity, [.. errors]);
        return listings.Put(listing, picture, rules.MaxPictures) is { } full
            ? Refused(StatusCodes.Status422UnprocessableEntity, full)
            : TypedResults.Created($"/listings/{Uri.EscapeDataString(listing)}/pictures/{Uri.EscapeDataString(name)}");
    }

    private static bool IsSeller(HttpRequest request, byte[] key) =>
        request.Headers.Authorization.ToString() is ['B', 'e', 'a', 'r', 'e', 'r', ' ', .. var given] &&
        CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(given), key);

    private static JsonHttpResult<object> Refused(int status, params MarketError[] errors) =>
        TypedResults.Json<object>(new { errors }, statusCode: status);
}
