using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Server.Hosting;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Destinations;

/// <summary>Answers while somebody edits a destination. Nothing is kept.</summary>
internal static class DraftEndpoints
{
    private const int MaxFileNames = 12;

    // Named in the preview of file names while the library is empty.
    private static readonly Source Example = new(
        SourceId.FromHash(new byte[32]),
        new SourceFacts(
            new PixelSize(6000, 4000), PictureFormat.Jpeg, ColourModel.Rgb, "sRGB", 8, false, 1, 1, ContentKind.Photograph,
            RightsFields.None, "", "", false),
        "red-diamond-kite", 7, new DateOnly(2026, 5, 18), Core.Framing.SourceFraming.None, null);

    public static void MapDrafts(this IEndpointRouteBuilder routes)
    {
        var drafts = routes.MapGroup("/api/drafts").WithTags("Destinations");
        drafts.MapPost("", TryAsync).Accepts<DestinationDocument>("application/json").WithName("tryDestination");
        drafts.MapPost("/consequences", ConsequencesAsync).Accepts<DestinationDocument>("application/json").WithName("weighConsequences");
    }

    private static async Task<Results<Ok<DraftAnswer>, ProblemHttpResult>> TryAsync(
        HttpContext context, PantometDb database, string? slot, CancellationToken cancel)
    {
        var (text, problem) = await RequestText.ReadAsync(context, cancel);
        if (text is null)
            return problem!;
        var reading = DestinationReader.Read(text);
        var slots = reading.Slots.OfType<Slot>().DistinctBy(one => one.Id).ToList();
        var example =
            (await database.Sources.AsNoTracking().Where(row => row.DeletedAt == null).OrderByDescending(row => row.Sequence)
                .FirstOrDefaultAsync(cancel))?.ToSource() ?? Example;
        var summaries = slots.ConvertAll(one => (one.Id, Summary: SlotSummary.Of(one, example)));
        var asked = slots.Find(one => one.Id == slot);
        return TypedResults.Ok(new DraftAnswer(
            reading.Problems,
            reading.Notices,
            slots.ConvertAll(SlotDrawing.Of),
            summaries.ConvertAll(one => new SlotOutcome(one.Id, one.Summary.Files, one.Summary.Sentence)),
            asked is null
                ? []
                : [.. asked.Parts().Where(part => part.Slot.Sizes is SizeRule.FromLayout)
                    .Select(part => LayoutOutcome.Of(part.Tier?.Name, ((SizeRule.FromLayout)part.Slot.Sizes).Ladder))],
            asked is null ? [] : [.. summaries.Find(one => one.Id == slot).Summary.FileNames.Take(MaxFileNames)],
            reading.Document?.Devices?.Count ?? 0));
    }

    private static async Task<Results<Ok<Consequences>, ProblemHttpResult>> ConsequencesAsync(
        HttpContext context, PantometDb database, Planning planning, DestinationCatalogue catalogue, CancellationToken cancel)
    {
        var (text, problem) = await RequestText.ReadAsync(context, cancel);
        if (text is null)
            return problem!;
        var reading = DestinationReader.Read(text);
        if (reading.Destination is not { } after)
            return Problems.InvalidDocument(reading.Problems);
        var before = (await catalogue.AllAsync(cancel)).FirstOrDefault(destination => destination.Id == after.Id);
        return TypedResults.Ok(before is null ? new Consequences(0, 0, 0) : await WeighAsync(database, planning, before, after, cancel));
    }

    private static async Task<Consequences> WeighAsync(
        PantometDb database, Planning planning, Destination before, Destination after, CancellationToken cancel)
    {
        var slotIds = before.Slots.Select(slot => slot.Id).ToList();
        var made = (await database.Variants.AsNoTracking().Where(row => slotIds.Contains(row.SlotId) && row.State == VariantState.Done)
            .Select(row => new { Key = new VariantKey(row.SourceId, row.SlotId, row.Tier, row.Recipe), row.File!.Bytes })
            .ToListAsync(cancel)).ToHashSet();
        var sources = made.Select(file => file.Key.Source).Distinct().ToList();
        var current = new CurrentFiles(await planning.PairingsAsync(sources, before.Slots, cancel));
        var wanted = new CurrentFiles(await planning.PairingsAsync(sources, after.Slots, cancel));
        var left = after.Slots.Select(slot => slot.Id).ToHashSet();
        var lost = made.Where(file => current.For(file.Key, file.Bytes) is not null && wanted.For(file.Key, file.Bytes) is null)
            .Select(file => file.Key).ToList();
        var stale = lost.Where(key => left.Contains(key.Slot)).ToList();
        return new Consequences(stale.Count, stale.Select(key => key.Source).Distinct().Count(), lost.Count - stale.Count);
    }
}
