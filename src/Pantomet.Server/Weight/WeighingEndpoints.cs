using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using NetVips;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Rendering;
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

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> GetAsync(
        [AsParameters] PlaceQuery place, Planning planning, PantometDb database, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.Place.FindAsync(planning, cancel);
        return problem is not null ? problem : TypedResults.Ok(await AnswerAsync(database, pairing!, variant!, cancel));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> BeforeAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.Place.FindAsync(planning, cancel);
        if (problem is not null)
            return problem;
        if (PlaceQuery.FormatOf(@as) is not { } format || !format.IsWritten())
            return UnknownFormat(@as);
        // Quickly rather than tightly: it goes no further than the screen.
        return TypedResults.Bytes(
            await pictures.UseAsync(pairing!.RecipeFor(variant!.Only(format)), open => open.Picture.Pixels.PngsaveBuffer(compression: 1, keep: Enums.ForeignKeep.Icc), cancel), "image/png");
    }

    private static async Task<Results<Ok<TrialAnswer>, ProblemHttpResult>> TrialAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, int quality, CancellationToken cancel)
    {
        var (wanted, problem) = await WantedAsync(place, planning, @as, quality, cancel);
        if (problem is not null)
            return problem;
        var (pairing, variant, format) = wanted;
        var tried = await pictures.UseAsync(pairing.RecipeFor(variant.Only(format)), open => open.At(quality), cancel);
        return TypedResults.Ok(TrialAnswer.Of(format, quality, tried.File.LongLength, tried.Points));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> TrialFileAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, int quality, CancellationToken cancel)
    {
        var (wanted, problem) = await WantedAsync(place, planning, @as, quality, cancel);
        if (problem is not null)
            return problem;
        var (pairing, variant, format) = wanted;
        return TypedResults.Bytes((await pictures.UseAsync(pairing.RecipeFor(variant.Only(format)), open => open.At(quality), cancel)).File, format.MediaType());
    }

    private static async Task<Results<Ok<CurveAnswer>, ProblemHttpResult>> CurveAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, CancellationToken cancel)
    {
        var (wanted, problem) = await WantedAsync(place, planning, @as, 1, cancel);
        if (problem is not null)
            return problem;
        var (pairing, variant, format) = wanted;
        var curve = await pictures.UseAsync(pairing.RecipeFor(variant.Only(format)), open => open.Curve(CurveQualities), cancel);
        return TypedResults.Ok(new CurveAnswer(format, [.. curve.Select(point => TrialAnswer.Of(format, point.Quality, point.Bytes, point.Points))]));
    }

    private static async Task<((Pairing Pairing, PlannedVariant Variant, PictureFormat Format) Wanted, ProblemHttpResult? Problem)> WantedAsync(
        PlaceQuery place, Planning planning, string formatName, int quality, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.Place.FindAsync(planning, cancel);
        if (problem is not null)
            return (default, problem);
        var format = PlaceQuery.FormatOf(formatName);
        problem = format is null ? UnknownFormat(formatName) : Refused(format.Value, quality);
        return problem is not null ? (default, problem) : ((pairing!, variant!, format!.Value), null);
    }

    private static ProblemHttpResult UnknownFormat(string name) =>
        Problems.Invalid("as", $"\"{name}\" is not a format that can be made. Use jpeg, webP or avif.");

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> SetByHandAsync(
        ByHandRequest request, Planning planning, PantometDb database, IDbContextFactory<PantometDb> databases, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await request.Place.FindAsync(planning, cancel);
        if (problem is null)
            problem = Refused(request.Format, request.Quality);
        if (problem is not null)
            return problem;
        var isTaken = pairing!.Slot.Formats.Contains(request.Format) || variant!.Formats.Contains(request.Format);
        if (!isTaken)
            return Problems.Invalid("format", $"{pairing.Slot.Name} does not take {request.Format.DisplayName()}. Allow it in the slot first.");
        return await ChangeAsync(request.Place, pairing, variant!, request.Place.ByHand(pairing.Slot, variant!, request.Format, request.Quality), planning, database, databases, cancel);
    }

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> AutomaticAsync(
        WeighedPlace place, Planning planning, PantometDb database, IDbContextFactory<PantometDb> databases, CancellationToken cancel)
    {
        var (pairing, variant, problem) = await place.FindAsync(planning, cancel);
        return problem is not null ? problem : await ChangeAsync(place, pairing!, variant!, null, planning, database, databases, cancel);
    }

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> ChangeAsync(
        WeighedPlace place, Pairing pairing, PlannedVariant variant, Core.Weight.WeightByHand? byHand, Planning planning, PantometDb database, IDbContextFactory<PantometDb> databases, CancellationToken cancel)
    {
        var of = WeighedPlace.Of(pairing.Slot, variant);
        var isDone = await databases.WriteAsync(async changed =>
        {
            if (await changed.Sources.SingleOrDefaultAsync(one => one.Id == pairing.Source.Id && one.DeletedAt == null) is not { } row)
                return false;
            var others = row.Weights.Where(weight => !(weight.Slot == place.Slot && weight.Tier == place.Tier && weight.Size == variant.Size.File && weight.Of == of));
            row.Weights = byHand is null ? [.. others] : [.. others, byHand];
            return true;
        });
        if (!isDone)
            return Problems.NotFound("source", pairing.Source.Id);
        var (after, changed, problem) = await (place with { Format = of }).FindAsync(planning, cancel);
        return problem is not null ? problem : TypedResults.Ok(await AnswerAsync(database, after!, changed!, cancel));
    }

    private static async Task<WeighingAnswer> AnswerAsync(
        PantometDb database, Pairing pairing, PlannedVariant variant, CancellationToken cancel)
    {
        var recipes = pairing.AcceptedFor(variant);
        var (own, free) = (recipes.Own.Hash, recipes.WithoutMax?.Hash);
        var tried = await database.Variants.AsNoTracking().Include(row => row.File)
            .Where(row => row.SourceId == pairing.Source.Id && row.SlotId == pairing.Slot.Id && row.Tier == variant.Tier && (row.Recipe == own || row.Recipe == free))
            .OrderByDescending(row => row.Sequence).ToListAsync(cancel);
        var made = tried.FirstOrDefault(row => recipes.AreMetBy(row.Recipe, row.File?.Bytes ?? 0));
        return WeighingAnswer.Of(pairing, variant, made);
    }

    private static ProblemHttpResult? Refused(PictureFormat format, int quality) =>
        !format.HasQuality() ? Problems.Invalid("format", $"{format.DisplayName()} has no quality to set; it is made without loss.")
        : quality is < 1 or > 100 ? Problems.Invalid("quality", "A quality goes from 1 to 100.")
        : null;
}
