using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using NetVips;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Weight;

/// <summary>Looking at one file closely: before and after, at any quality and in any format.</summary>
internal static class WeighingEndpoints
{
    private static readonly int[] CurveQualities = [8, 20, 35, 50, 65, 80, 92];

    public static void MapWeighing(this IEndpointRouteBuilder routes)
    {
        var weighing = routes.MapGroup("/api/weighing").WithTags("Weight");
        weighing.MapGet("", GetAsync).WithName("getWeighing");
        weighing.MapGet("/before", BeforeAsync).WithName("getPictureBefore");
        weighing.MapGet("/trial", TrialAsync).WithName("tryQuality");
        weighing.MapGet("/trial/file", TrialFileAsync).WithName("getTriedFile");
        weighing.MapGet("/curve", CurveAsync).WithName("getCurve");
        weighing.MapPut("/by-hand", SetByHandAsync).WithName("setWeightByHand");
        weighing.MapPost("/automatic", AutomaticAsync).WithName("weighAutomatically");
    }

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> GetAsync([AsParameters] PlaceQuery place, Planning planning, PantometDb database, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.Place.FindAsync(planning, cancel);
        return problem is not null ? problem : TypedResults.Ok(await AnswerAsync(database, pairing!, variant!, cancel));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> BeforeAsync([AsParameters] PlaceQuery place, Planning planning, OpenPictures pictures, string @as, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.Place.FindAsync(planning, cancel);
        if (problem is not null)
            return problem;
        if (PlaceQuery.FormatOf(@as) is not { } format || !format.IsWritten())
            return UnknownFormat(@as);
        // Quickly rather than tightly: it goes no further than the screen.
        return TypedResults.Bytes(pictures.Get(pairing!, variant!, format).Picture.Pixels.PngsaveBuffer(compression: 1, keep: Enums.ForeignKeep.Icc), "image/png");
    }

    private static async Task<Results<Ok<TrialAnswer>, ProblemHttpResult>> TrialAsync(
        [AsParameters] PlaceQuery place, Planning planning, OpenPictures pictures, string @as, int quality, CancellationToken cancel)
    {
        var (picture, problem) = await OpenAsync(place, planning, pictures, @as, quality, cancel);
        if (problem is not null)
            return problem;
        var tried = picture!.At(quality);
        return TypedResults.Ok(TrialAnswer.Of(picture.Picture.Format, quality, tried.File.LongLength, tried.Points));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> TrialFileAsync(
        [AsParameters] PlaceQuery place, Planning planning, OpenPictures pictures, string @as, int quality, CancellationToken cancel)
    {
        var (picture, problem) = await OpenAsync(place, planning, pictures, @as, quality, cancel);
        return problem is not null ? problem : TypedResults.Bytes(picture!.At(quality).File, picture.Picture.Format.MediaType());
    }

    private static async Task<Results<Ok<CurveAnswer>, ProblemHttpResult>> CurveAsync(
        [AsParameters] PlaceQuery place, Planning planning, OpenPictures pictures, string @as, CancellationToken cancel)
    {
        var (picture, problem) = await OpenAsync(place, planning, pictures, @as, 1, cancel);
        if (problem is not null)
            return problem;
        var format = picture!.Picture.Format;
        return TypedResults.Ok(new CurveAnswer(format, [.. picture.Curve(CurveQualities).Select(point => TrialAnswer.Of(format, point.Quality, point.Bytes, point.Points))]));
    }

    private static async Task<(OpenPicture? Picture, ProblemHttpResult? Problem)> OpenAsync(
        PlaceQuery place, Planning planning, OpenPictures pictures, string formatName, int quality, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.Place.FindAsync(planning, cancel);
        if (problem is not null)
            return (null, problem);
        var format = PlaceQuery.FormatOf(formatName);
        problem = format is null ? UnknownFormat(formatName) : Refused(format.Value, quality);
        return problem is not null ? (null, problem) : (pictures.Get(pairing!, variant!, format!.Value), null);
    }

    private static ProblemHttpResult UnknownFormat(string name) => Problems.Invalid("as", $"\"{name}\" is not a format that can be made. Use jpeg, webP or avif.");

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> SetByHandAsync(ByHandRequest request, Planning planning, PantometDb database, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await request.Place.FindAsync(planning, cancel);
        if (problem is null)
            problem = Refused(request.Format, request.Quality);
        if (problem is not null)
            return problem;
        var isTaken = pairing!.Slot.Formats.Contains(request.Format) || variant!.Formats.Contains(request.Format);
        if (!isTaken)
            return Problems.Invalid("format", $"{pairing.Slot.Name} does not take {request.Format.DisplayName()}. Allow it in the slot first.");
        return await ChangeAsync(request.Place, pairing, variant!, request.Place.ByHand(pairing.Slot, variant!, request.Format, request.Quality), planning, database, cancel);
    }

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> AutomaticAsync(WeighedPlace place, Planning planning, PantometDb database, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.FindAsync(planning, cancel);
        return problem is not null ? problem : await ChangeAsync(place, pairing!, variant!, null, planning, database, cancel);
    }

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> ChangeAsync(
        WeighedPlace place, Pairing pairing, PlannedVariant variant, Core.Weight.WeightByHand? byHand, Planning planning, PantometDb database, CancellationToken cancel)
    {
        var row = await database.Sources.SingleAsync(one => one.Id == pairing.Source.Id, cancel);
        var of = WeighedPlace.Of(pairing.Slot, variant);
        var others = row.Weights.Where(weight => !(weight.Slot == place.Slot && weight.Tier == place.Tier && weight.Size == variant.Size.File && weight.Of == of));
        row.Weights = byHand is null ? [.. others] : [.. others, byHand];
        await database.SaveChangesAsync(cancel);
        var (after, changed, problem) = await (place with { Format = of }).FindAsync(planning, cancel);
        return problem is not null ? problem : TypedResults.Ok(await AnswerAsync(database, after!, changed!, cancel));
    }

    private static async Task<WeighingAnswer> AnswerAsync(PantometDb database, Pairing pairing, PlannedVariant variant, CancellationToken cancel)
    {
        var recipes = pairing.RecipesFor(variant);
        var tried = await database.Variants.AsNoTracking()
            .Where(row => row.SourceId == pairing.Source.Id && row.SlotId == pairing.Slot.Id && row.Tier == variant.Tier && (row.Recipe == recipes.Own || row.Recipe == recipes.WithoutCap))
            .OrderByDescending(row => row.Sequence).ToListAsync(cancel);
        var made = tried.FirstOrDefault(row => recipes.AreMetBy(row.Recipe, row.Bytes));
        return WeighingAnswer.Of(pairing, variant, made);
    }

    private static ProblemHttpResult? Refused(PictureFormat format, int quality) =>
        !format.HasQuality() ? Problems.Invalid("format", $"{format.DisplayName()} has no quality to set; it is made without loss.")
        : quality is < 1 or > 100 ? Problems.Invalid("quality", "A quality goes from 1 to 100.")
        : null;
}
