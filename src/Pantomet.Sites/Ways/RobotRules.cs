namespace Pantomet.Sites.Ways;

/// <summary>What a site asks of programs that fetch its pages.</summary>
/// <remarks>RFC 9309, Robots Exclusion Protocol (https://www.rfc-editor.org/rfc/rfc9309): §2.2.1 groups, §2.2.2 the longest rule
/// counts, and of two as long the one that allows, §2.2.3 <c>*</c> and <c>$</c>.</remarks>
public sealed class RobotRules
{
    private const int MostBytes = 500_000;
    private readonly List<(string Pattern, bool IsAllowed)> rules;

    private RobotRules(List<(string Pattern, bool IsAllowed)> rules) => this.rules = rules;

    /// <summary>Of a site that asks nothing.</summary>
    public static RobotRules None { get; } = new([]);

    /// <summary>Of a site whose rules cannot be had: nothing is to be fetched (§2.3.1.4).</summary>
    public static RobotRules Everything { get; } = new([("/", false)]);

    /// <summary>Reads a <c>robots.txt</c>; lines that are none of it are passed over.</summary>
    /// <param name="text">Any text; no more than 500 kB of it is read (§2.5).</param>
    /// <param name="program">By which name the program goes.</param>
    public static RobotRules Read(string text, string program)
    {
        var groups = new List<(HashSet<string> Agents, List<(string, bool)> Rules)>();
        var isNaming = false;
        foreach (var line in text[..Math.Min(text.Length, MostBytes)].Split('\n', '\r'))
        {
            var said = line.Split('#')[0].Split(':', 2);
            if (said.Length < 2)
                continue;
            var (name, value) = (said[0].Trim().ToLowerInvariant(), said[1].Trim());
            if (name == "user-agent")
            {
                if (!isNaming)
                    groups.Add(([], []));
                groups[^1].Agents.Add(value.ToLowerInvariant());
                isNaming = true;
            }
            else if (name is "allow" or "disallow")
            {
                isNaming = false;
                if (groups.Count > 0 && value.Length > 0)
                    groups[^1].Rules.Add((value, name == "allow"));
            }
        }

        var own = groups.FindAll(group => group.Agents.Contains(program.ToLowerInvariant()));
        var counting = own.Count > 0 ? own : groups.FindAll(group => group.Agents.Contains("*"));
        return new RobotRules([.. counting.SelectMany(group => group.Rules)]);
    }

    /// <summary>Whether an address may be fetched.</summary>
    /// <param name="address">Of the site.</param>
    public bool Allow(Uri address)
    {
        var path = address.PathAndQuery;
        if (path == "/robots.txt")
            return true;
        var longest = rules.Where(rule => Matches(path, rule.Pattern))
            .OrderByDescending(rule => rule.Pattern.Length).ThenByDescending(rule => rule.IsAllowed).FirstOrDefault();
        return longest.Pattern is null || longest.IsAllowed;
    }

    // Part by part from the left, each as early as it can be: what comes later has the most room then.
    private static bool Matches(string path, string pattern)
    {
        var isToEnd = pattern.EndsWith('$');
        var parts = (isToEnd ? pattern[..^1] : pattern).Split('*');
        if (!path.StartsWith(parts[0], StringComparison.Ordinal))
            return false;
        var at = parts[0].Length;
        foreach (var part in parts.Skip(1))
        {
            var found = path.IndexOf(part, at, StringComparison.Ordinal);
            if (found < 0)
                return false;
            at = found + part.Length;
        }

        return !isToEnd || at == path.Length || (parts.Length > 1 && path.EndsWith(parts[^1], StringComparison.Ordinal));
    }
}
