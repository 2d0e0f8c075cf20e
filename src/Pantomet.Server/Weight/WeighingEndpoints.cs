using Microsoft.AspNetCore.Http.HttpResults;
using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;
using Pantomet.Core.Recipes;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;

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
        var (file, problem) = await place.Place.FindAsync(planning, cancel);
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(await AnswerAsync(database, file!, cancel));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> BeforeAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, CancellationToken cancel)
    {
        var (file, problem) = await place.Place.FindAsync(planning, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        if (PlaceQuery.FormatOf(@as) is not { } format || !format.IsWritten())
            return Problems.Of(UnknownFormat(@as));
        // Quickly rather than tightly: it goes no further than the screen.
        return TypedResults.Bytes(
            await pictures.UseAsync(
                file!.Pairing.RecipeFor(file.Variant.Only(format)),
                open => open.Picture.Pixels.PngsaveBuffer(compression: 1, keep: Enums.ForeignKeep.Icc), cancel), "image/png");
    }

    private static async Task<Results<Ok<TrialAnswer>, ProblemHttpResult>> TrialAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, int quality, CancellationToken cancel)
    {
        var (wanted, problem) = await WantedAsync(place, planning, @as, quality, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        var tried = await pictures.UseAsync(wanted!.Recipe, open => open.At(quality), cancel);
        return TypedResults.Ok(TrialAnswer.Of(wanted.Format, quality, tried.File.LongLength, tried.Points));
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> TrialFileAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, int quality, CancellationToken cancel)
    {
        var (wanted, problem) = await WantedAsync(place, planning, @as, quality, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        return TypedResults.Bytes(
            (await pictures.UseAsync(wanted!.Recipe, open => open.At(quality), cancel)).File, wanted.Format.MediaType());
    }

    private static async Task<Results<Ok<CurveAnswer>, ProblemHttpResult>> CurveAsync(
        [AsParameters] PlaceQuery place, Planning planning, PreparedPictures pictures, string @as, CancellationToken cancel)
    {
        var (wanted, problem) = await WantedAsync(place, planning, @as, 1, cancel);
        if (problem is not null)
            return Problems.Of(problem);
        var curve = await pictures.UseAsync(wanted!.Recipe, open => open.Curve(CurveQualities), cancel);
        return TypedResults.Ok(
            new CurveAnswer(
                wanted.Format, [.. curve.Select(point => TrialAnswer.Of(wanted.Format, point.Quality, point.Bytes, point.Points))]));
    }

    private static async Task<Outcome<WantedTrial>> WantedAsync(
        PlaceQuery place, Planning planning, string formatName, int quality, CancellationToken cancel)
    {
        var (file, problem) = await place.Place.FindAsync(planning, cancel);
        if (problem is not null)
            return problem;
        if (PlaceQuery.FormatOf(formatName) is not { } format)
            return UnknownFormat(formatName);
        return Refused(format, quality) is { } refused
            ? refused
            : new WantedTrial(format, file!.Pairing.RecipeFor(file.Variant.Only(format)));
    }

    private static Refusal UnknownFormat(string name) =>
        Refusal.Invalid("as", $"\"{name}\" is not a format that can be made. Use jpeg, webP or avif.");

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> SetByHandAsync(
        ByHandRequest request, Planning planning, PantometDb database, IDbContextFactory<PantometDb> databases, CancellationToken cancel)
    {
        var (file, problem) = await request.Place.FindAsync(planning, cancel);
        problem ??= Refused(request.Format, request.Quality);
        if (problem is not null)
            return Problems.Of(problem);
        var (pairing, variant) = file!;
        var isTaken = pairing.Slot.Formats.Contains(request.Format) || variant.Formats.Contains(request.Format);
        if (!isTaken)
            return Problems.Invalid(
                "format", $"{pairing.Slot.Name} does not take {request.Format.DisplayName()}. Allow it in the slot first.");
        return await ChangeAsync(
            request.Place, file, request.Place.ByHand(pairing.Slot, variant, request.Format, request.Quality), planning, database,
            databases, cancel);
    }

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> AutomaticAsync(
        WeighedPlace place, Planning planning, PantometDb database, IDbContextFactory<PantometDb> databases, CancellationToken cancel)
    {
        var (file, problem) = await place.FindAsync(planning, cancel);
        return problem is not null ? Problems.Of(problem) : await ChangeAsync(place, file!, null, planning, database, databases, cancel);
    }

    private static async Task<Results<Ok<WeighingAnswer>, ProblemHttpResult>> ChangeAsync(
        WeighedPlace place, PlannedFile file, Core.Weight.WeightByHand? byHand, Planning planning, PantometDb database,
        IDbContextFactory<PantometDb> databases, CancellationToken cancel)
    {
        var (pairing, variant) = file;
        var of = WeighedPlace.Of(pairing.Slot, variant);
        var isDone = await databases.WriteAsync(async changed =>
        {
            if (await changed.Sources.SingleOrDefaultAsync(one => one.Id == pairing.Source.Id && one.DeletedAt == null) is not { } row)
                return false;
            var others = row.Weights.Where(
                weight => !(weight.Slot == place.Slot && weight.Tier == place.Tier && weight.Size == variant.Size.File && weight.Of == of));
            row.Weights = byHand is null ? [.. others] : [.. others, byHand];
            return true;
        });
        if (!isDone)
            return Problems.NotFound("source", pairing.Source.Id);
        var (after, problem) = await (place with { Format = of }).FindAsync(planning, cancel);
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(await AnswerAsync(database, after!, cancel));
    }

    private static async Task<WeighingAnswer> AnswerAsync(
        PantometDb database, PlannedFile file, CancellationToken cancel)
    {
        var (pairing, variant) = file;
        var recipes = pairing.AcceptedFor(variant);
        var (own, free) = (recipes.Own.Hash, recipes.WithoutMax?.Hash);
        var tried = await database.Variants.AsNoTracking().Include(row => row.File)
            .Where(row => row.SourceId == pairing.Source.Id && row.SlotId == pairing.Slot.Id && row.Tier == variant.Tier &&
                (row.Recipe == own || row.Recipe == free))
            .OrderByDescending(row => row.Sequence).ToListAsync(cancel);
        var made = tried.FirstOrDefault(row => recipes.AreMetBy(row.Recipe, row.File?.Bytes ?? 0));
        return WeighingAnswer.Of(pairing, variant, made);
    }

    private static Refusal? Refused(PictureFormat format, int quality) =>
        !format.HasQuality() ? Refusal.Invalid("format", $"{format.DisplayName()} has no quality to set; it is made without loss.")
        : quality is < 1 or > 100 ? Refusal.Invalid("quality", "A quality goes from 1 to 100.")
        : null;

    private sealed record WantedTrial(PictureFormat Format, RenderRecipe Recipe);
}
