using Microsoft.AspNetCore.Mvc;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Sources;

/// <summary>Which sources are listed.</summary>
/// <param name="Search">Words in stem, file name or alternative text.</param>
/// <param name="EnoughFor">Only those large enough for a slot, or for every slot of a destination.</param>
/// <param name="Trait">Only those with a trait, by its id.</param>
internal sealed record SourceFilter(
    [FromQuery(Name = "search")] string? Search = null,
    [FromQuery(Name = "enoughFor")] string? EnoughFor = null,
    [FromQuery(Name = "trait")] string? Trait = null);

/// <summary>Finds sources by words.</summary>
internal static class SourceSearch
{
    /// <summary>Those that have every word in their stem, file name or alternative text.</summary>
    /// <param name="sources">To choose from.</param>
    /// <param name="words">As somebody typed them; null or empty for all.</param>
    public static IQueryable<SourceRow> With(this IQueryable<SourceRow> sources, string? words)
    {
        foreach (var word in (words ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            var pattern = LikePattern.Containing(word);
            sources = sources.Where(
                row => EF.Functions.Like(row.Stem, pattern, LikePattern.Escape) ||
                    EF.Functions.Like(row.FileName, pattern, LikePattern.Escape) ||
                    EF.Functions.Like(row.AltText, pattern, LikePattern.Escape));
        }

        return sources;
    }
}
