using System.Globalization;
using System.Text.RegularExpressions;
using Pantomet.Core.Findings;

namespace Pantomet.Core.SiteCheck;

/// <summary>What is to be said of how long browsers keep a file.</summary>
/// <remarks>RFC 9111, HTTP Caching, §5.2.2 (https://www.rfc-editor.org/rfc/rfc9111#section-5.2.2).</remarks>
public static partial class CacheFindings
{
    // Common practice, no source: who comes back within a day sees an old copy and does not mind.
    private static readonly TimeSpan MostWithoutHash = TimeSpan.FromDays(1);

    /// <summary>All of it.</summary>
    /// <param name="address">Of the file.</param>
    /// <param name="cacheControl">The header of the answer; null where there was none.</param>
    public static IReadOnlyList<Finding> Of(string address, string? cacheControl)
    {
        var directives = (cacheControl ?? "").ToLowerInvariant().Split(',', StringSplitOptions.TrimEntries);
        var age = directives.Select(AgeOf).FirstOrDefault(one => one is not null);
        if (directives.Contains("no-store") || age == TimeSpan.Zero)
            return
            [
                new Finding(
                    "never-kept", Severity.Note, "Browsers may not keep it: it is sent anew with every page.",
                    "Let them keep it, under an address that changes with the file."),
            ];
        if (directives.Contains("no-cache"))
            return [];
        if (age is null)
            return
            [
                new Finding(
                    "no-cache-header", Severity.Note, "Nothing says how long browsers may keep it: each decides for itself.",
                    "Say it in Cache-Control."),
            ];
        return age > MostWithoutHash && !Hash().IsMatch(address)
            ?
            [
                new Finding(
                    "old-copy-kept", Severity.Warn,
                    $"Old copies stay {Days(age.Value)}, and the address stays the same: who was here before would not see a new file.",
                    "Give the new file a name of its own, or let browsers ask each time (Cache-Control: no-cache)."),
            ]
            : [];
    }

    private static TimeSpan? AgeOf(string directive) =>
        directive.StartsWith("max-age=", StringComparison.Ordinal) &&
        long.TryParse(directive.AsSpan(8).Trim('"'), NumberStyles.None, CultureInfo.InvariantCulture, out var seconds)
            ? TimeSpan.FromSeconds(Math.Min(seconds, int.MaxValue))
            : null;

    private static string Days(TimeSpan age) => age.TotalDays < 2
        ? string.Create(CultureInfo.InvariantCulture, $"{age.TotalHours:0} hours")
        : string.Create(CultureInfo.InvariantCulture, $"{age.TotalDays:#,0} days");

    // A part of a name that only a program would write: eight or more hexadecimal digits, letters and digits mixed, or a version.
    [GeneratedRegex(@"[._/-](?=[0-9a-f]*[a-f])(?=[0-9a-f]*[0-9])[0-9a-f]{8,64}[._/-]|[?&]v=\w+$", RegexOptions.CultureInvariant)]
    private static partial Regex Hash();
}
