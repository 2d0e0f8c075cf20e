using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Pantomet.Core.Findings;
using Pantomet.Core.Sources;
using Pantomet.Server.Hosting;
using Pantomet.Server.Storage;

namespace Pantomet.Server.Sources;

/// <summary>Which text of the sources is set.</summary>
internal enum NamedText
{
    Stem,
    AltText,
}

/// <summary>Names many sources at once.</summary>
/// <param name="Sources">Ids, in the order in which they are numbered.</param>
/// <param name="Of">Stems or alternative texts.</param>
/// <param name="Pattern">Words and placeholders; null to take <paramref name="List"/>.</param>
/// <param name="List">A line for each source.</param>
/// <param name="Texts">Exactly what each gets, such as what it had before; goes before the others.</param>
/// <param name="First">The first number.</param>
/// <param name="IsTried">Only says what would come out.</param>
internal sealed record NamingRequest(
    List<string> Sources, NamedText Of, string? Pattern = null, string? List = null, IReadOnlyList<string>? Texts = null, int First = 1,
    bool IsTried = false);

/// <summary>What comes out, in the order asked for.</summary>
/// <param name="Items">Each source.</param>
internal sealed record NamingAnswer(IReadOnlyList<Renaming> Items);

internal static class NamingEndpoints
{
    private const int MaxNumber = 1_000_000;
    private const int LongestAltText = 2000;

    public static void MapNaming(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/names", NameAsync).WithTags("Sources").WithName("nameSources");

    private static async Task<Results<Ok<NamingAnswer>, ProblemHttpResult>> NameAsync(
        IDbContextFactory<PantometDb> databases, NamingRequest request, CancellationToken cancel)
    {
        if (Unfit(request) is { } unfit)
            return unfit;
        if (request.IsTried)
        {
            await using var database = await databases.CreateDbContextAsync(cancel);
            var (tried, cannot) = await NamedAsync(database, request);
            return cannot is not null ? Problems.Of(cannot) : TypedResults.Ok(new NamingAnswer(tried!.Items));
        }

        var (named, problem) = await databases.TryWriteAsync<Named>(async database =>
        {
            var outcome = await NamedAsync(database, request);
            if (outcome.Value is not { } named)
                return outcome;
            if (request.Of == NamedText.Stem)
                await Stems.GiveAsync(database, named.Rows, named.Items);
            else
                named.Items.ToList().ForEach(item => named.Rows[item.Id].AltText = item.After);
            return outcome;
        });
        return problem is not null ? Problems.Of(problem) : TypedResults.Ok(new NamingAnswer(named!.Items));
    }

    private static ProblemHttpResult? Unfit(NamingRequest request)
    {
        if (request.Texts is { } exact && exact.Count != request.Sources.Count)
            return Problems.Invalid("texts", "There must be a text for each picture.");
        if (request.Pattern is null && request.List is null && request.Texts is null)
            return Problems.Invalid("pattern", "Give a pattern, or a list with a line for each picture.");
        if (request.Pattern is { } pattern && BulkNames.Unknown(pattern) is [var unknown, ..])
            return Problems.Invalid("pattern", $"Nothing stands behind {unknown}. There are {string.Join(", ", BulkNames.Placeholders)}.");
        return request.First is < 0 or > MaxNumber
            ? Problems.Invalid("first", $"The first number is a whole number from 0 to {MaxNumber:#,0}.")
            : null;
    }

    private static async Task<Outcome<Named>> NamedAsync(PantometDb database, NamingRequest request)
    {
        var rows = await database.Sources.Where(row => request.Sources.Contains(row.Id) && row.DeletedAt == null)
            .ToDictionaryAsync(row => row.Id);
        if (rows.Count == 0)
            return Refusal.Invalid("sources", "None of these pictures is in the library. Choose some on Sources first.");
        var sources = request.Sources.Distinct().Where(rows.ContainsKey).Select(id => rows[id])
            .Select(row => new NamedSource(row.Id, row.Stem, row.AltText, row.Group, row.FileName)).ToList();
        if (request.List is not null && BulkNames.Lines(request.List) is var lines && lines > sources.Count)
            return Refusal.Invalid(
                "list", $"The list has {lines:#,0} lines for {sources.Count:#,0} pictures. Take the lines out that belong to none, or " +
                    $"choose the other pictures too.");
        var texts = Texts(request, sources);
        var items = request.Of == NamedText.Stem ? await StemsAsync(database, rows, sources, texts) : BulkNames.AltTexts(sources, texts);
        return items.FirstOrDefault(item => request.Of == NamedText.AltText && item.After.Length > LongestAltText) is { } wordy
            ? Refusal.Invalid(
                "pattern",
                $"The alternative text of {rows[wordy.Id].Stem} would have {wordy.After.Length:#,0} characters; at most " +
                $"{LongestAltText:#,0} are kept.")
            : new Named(rows, items);
    }

    private static IReadOnlyList<string?> Texts(NamingRequest request, List<NamedSource> sources)
    {
        if (request.Texts is { } exact)
        {
            var byId = request.Sources.Zip(exact).DistinctBy(pair => pair.First).ToDictionary(pair => pair.First, pair => pair.Second);
            return [.. sources.Select(source => byId[source.Id])];
        }

        return request.Pattern is { } pattern
            ? BulkNames.FromPattern(pattern, request.First, sources)
            : BulkNames.FromList(request.List!, sources.Count);
    }

    private static async Task<IReadOnlyList<Renaming>> StemsAsync(
        PantometDb database, Dictionary<string, SourceRow> rows, List<NamedSource> sources, IReadOnlyList<string?> texts)
    {
        var others = (await database.Sources.Where(row => row.DeletedAt == null).Select(row => new { row.Id, row.Stem }).ToListAsync())
            .Where(row => !rows.ContainsKey(row.Id)).Select(row => row.Stem).ToHashSet();
        return new BulkNames(Stems.Ascii).Stems(sources, texts, others.Contains);
    }

    private sealed record Named(Dictionary<string, SourceRow> Rows, IReadOnlyList<Renaming> Items);
}
