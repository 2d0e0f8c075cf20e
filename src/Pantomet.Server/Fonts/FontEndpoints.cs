using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Rendering;
using Pantomet.Server.Destinations;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Fonts;

internal static class FontEndpoints
{
    public static void MapFonts(this IEndpointRouteBuilder routes)
    {
        var fonts = routes.MapGroup("/api/fonts").WithTags("Fonts");
        fonts.MapGet("", ListAsync).WithName("listFonts");
        fonts.MapPost("", AddAsync).Accepts<IFormFileCollection>("multipart/form-data").Produces<FontList>().WithName("addFonts");
        fonts.MapDelete("/{id}", DeleteAsync).WithName("deleteFont");
    }

    private static async Task<Ok<FontList>> ListAsync(PantometDb database, DestinationCatalogue catalogue, CancellationToken cancel)
    {
        var rows = await database.Fonts.AsNoTracking().OrderBy(row => row.Name).ThenBy(row => row.Id).ToListAsync(cancel);
        return TypedResults.Ok(await AnsweredAsync(rows, catalogue, cancel));
    }

    private static async Task<Results<Ok<FontList>, ProblemHttpResult>> AddAsync(
        HttpContext context, OwnFonts fonts, DestinationCatalogue catalogue, CancellationToken cancel)
    {
        // The length is bounded here, with a sentence, and not by the web server's own bound.
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
            size.MaxRequestBodySize = null;
        var added = new List<FontRow>();
        var name = "";
        try
        {
            await foreach (var (sentName, content) in SentFiles.ReadAsync(context.Request, cancel))
            {
                name = sentName ?? "The file";
                added.Add(await fonts.AddAsync(sentName, content, cancel));
            }
        }
        catch (BrokenOffException)
        {
            return SentFiles.BrokenOff(added.Count);
        }
        catch (UnreadableException problem)
        {
            return Problems.Invalid("files", $"{name}: {problem.Message}");
        }
        catch (FileTooLongException)
        {
            return Problems.Invalid(
                "files", $"{name}: The file has more than {OwnFonts.MaxBytes / 1_000_000} MB. Send a font with fewer characters.");
        }

        return added.Count == 0
            ? Problems.Invalid(
                "files", "There is no file in the request. Send the fonts as multipart/form-data, in fields named \"files\".")
            : TypedResults.Ok(await AnsweredAsync(added, catalogue, cancel));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DeleteAsync(
        OwnFonts fonts, DestinationCatalogue catalogue, string id, CancellationToken cancel)
    {
        var slots = await catalogue.SlotsAsync(cancel);
        if (slots.Values.FirstOrDefault(placed => OwnFontOf(placed.Slot) == id) is { } user)
        {
            return Problems.Of(
                StatusCodes.Status409Conflict, "font-in-use", "The font is used",
                $"The headline of {user.Slot.Name} in {user.Destination.Name} is set in it. Choose another font there, " +
                "then delete this one.");
        }

        return await fonts.DeleteAsync(id) ? TypedResults.NoContent() : Problems.NotFound("font", id);
    }

    private static string? OwnFontOf(Slot slot) => slot.Treatments.Headline?.Style.Font.OwnFile();

    private static async Task<FontList> AnsweredAsync(IEnumerable<FontRow> rows, DestinationCatalogue catalogue, CancellationToken cancel)
    {
        var slots = (await catalogue.SlotsAsync(cancel)).Values.ToLookup(placed => OwnFontOf(placed.Slot), placed => placed.Slot.Id);
        return new FontList([.. rows.Select(row => new FontAnswer(row.Id, row.Name, row.Letters, [.. slots[row.Id]]))]);
    }
}
