using AnyAscii;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
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
internal sealed record NamingRequest(List<string> Sources, NamedText Of, string? Pattern = null, string? List = null, IReadOnlyList<string>? Texts = null, int First = 1, bool IsTried = false);

/// <summary>What comes out, in the order asked for.</summary>
/// <param name="Items">Each source.</param>
internal sealed record NamingAnswer(IReadOnlyList<Renaming> Items);

internal static class NamingEndpoints
{
    private const int MostNumber = 1_000_000;
    private const int LongestAltText = 2000;

    public static void MapNaming(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/names", NameAsync).WithTags("Sources").WithName("nameSources");

    private static async Task<Results<Ok<NamingAnswer>, ProblemHttpResult>> NameAsync(PantometDb database, NamingRequest request, CancellationToken cancel)
    {
        if (request.Texts is { } exact && exact.Count != request.Sources.Count)
            return Problems.Invalid("texts", "There must be a text for each picture.");
        if (request.Pattern is null && request.List is null && request.Texts is null)
            return Problems.Invalid("pattern", "Give a pattern, or a list with a line for each picture.");
        if (request.Pattern is { } pattern && BulkNames.Unknown(pattern) is [var unknown, ..])
            return Problems.Invalid("pattern", $"Nothing stands behind {unknown}. There are {string.Join(", ", BulkNames.Placeholders)}.");
        if (request.First is < 0 or > MostNumber)
            return Problems.Invalid("first", $"The first number is a whole number from 0 to {MostNumber:#,0}.");
        var rows = await database.Sources.Where(row => request.Sources.Contains(row.Id) && row.DeletedAt == null).ToDictionaryAsync(row => row.Id, cancel);
        if (rows.Count == 0)
            return Problems.Invalid("sources", "None of these pictures is in the library. Choose some on Sources first.");
        var sources = request.Sources.Distinct().Where(rows.ContainsKey).Select(id => rows[id]).Select(row => new NamedSource(row.Id, row.Stem, row.AltText, row.Group, row.FileName)).ToList();
        if (request.List is not null && BulkNames.Lines(request.List) is var lines && lines > sources.Count)
            return Problems.Invalid("list", $"The list has {lines:#,0} lines for {sources.Count:#,0} pictures. Take the lines out that belong to none, or choose the other pictures too.");
        IReadOnlyList<string?> texts = request.Texts is not null ? [.. sources.Select(source => request.Texts[request.Sources.IndexOf(source.Id)])] : request.Pattern is not null ? BulkNames.FromPattern(request.Pattern, request.First, sources) : BulkNames.FromList(request.List!, sources.Count);
        var items = request.Of == NamedText.Stem ? await StemsAsync(database, rows, sources, texts, cancel) : BulkNames.AltTexts(sources, texts);
        if (items.FirstOrDefault(item => request.Of == NamedText.AltText && item.After.Length > LongestAltText) is { } wordy)
            return Problems.Invalid("pattern", $"The alternative text of {rows[wordy.Id].Stem} would have {wordy.After.Length:#,0} characters; at most {LongestAltText:#,0} are kept.");

        if (!request.IsTried)
        {
            foreach (var item in items)
            {
                if (request.Of == NamedText.Stem)
                    rows[item.Id].Stem = item.After;
                else
                    rows[item.Id].AltText = item.After;
            }

            await database.SaveChangesAsync(cancel);
        }

        return TypedResults.Ok(new NamingAnswer(items));
    }

    private static async Task<IReadOnlyList<Renaming>> StemsAsync(PantometDb database, Dictionary<string, SourceRow> rows, List<NamedSource> sources, IReadOnlyList<string?> texts, CancellationToken cancel)
    {
        // Those in the bin keep theirs, for they may come back.
        var others = (await database.Sources.Select(row => new { row.Id, row.Stem }).ToListAsync(cancel)).Where(row => !rows.ContainsKey(row.Id)).Select(row => row.Stem).ToHashSet();
        return new BulkNames(text => text.Transliterate()).Stems(sources, texts, others.Contains);
    }
}
