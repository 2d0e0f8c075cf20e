using System.Text.Json;
using System.Text.RegularExpressions;

namespace Pantomet.Core.Destinations;

/// <summary>Says in plain words what the JSON reader found wrong.</summary>
internal static partial class JsonProblem
{
    /// <summary>Path to the member at fault; empty for the document as a whole.</summary>
    public static string Field(JsonException problem) => Missing(problem) is { } name
        ? $"{Path(problem)}.{name}".TrimStart('.')
        : Path(problem);

    /// <summary>What is wrong and what would be right.</summary>
    public static string Sentence(JsonException problem)
    {
        if (Missing(problem) is { } name)
            return $"\"{name}\" is missing.";
        if (problem.Message.StartsWith("Transparency", StringComparison.Ordinal))
            return problem.Message;
        if (Wanted().Match(problem.Message) is { Success: true } match)
            return Expected(match.Groups[1].Value);
        if (problem.Message.Contains("Duplicate", StringComparison.OrdinalIgnoreCase))
            return "A member is there twice. Take one of the two out.";
        return $"This is not JSON: {Tail().Replace(problem.Message, "")}";
    }

    private static string Path(JsonException problem) => problem.Path?.TrimStart('$').TrimStart('.') ?? "";

    private static string? Missing(JsonException problem) =>
        MissingName().Match(problem.Message) is { Success: true } match ? match.Groups[1].Value : null;

    private static string Expected(string type)
    {
        if (type.Contains("Int32", StringComparison.Ordinal) || type.Contains("Int64", StringComparison.Ordinal))
            return "A whole number belongs here.";
        if (type.Contains("Double", StringComparison.Ordinal))
            return "A number belongs here.";
        if (type.Contains("Boolean", StringComparison.Ordinal))
            return "true or false belongs here.";
        if (type.Contains("DateOnly", StringComparison.Ordinal))
            return "A day belongs here, such as 2026-11-23.";
        if (EnumOf(type) is { } choices)
            return $"One of these belongs here: {string.Join(", ", Enum.GetNames(choices).Select(JsonNamingPolicy.CamelCase.ConvertName))}.";
        if (type.Contains("IReadOnlyList", StringComparison.Ordinal))
            return "A list belongs here.";
        return type.Contains("System.String", StringComparison.Ordinal) ? "A text belongs here." : "An object with members belongs here.";
    }

    private static Type? EnumOf(string type) =>
        typeof(JsonProblem).Assembly.GetTypes().FirstOrDefault(one => one.IsEnum && type.Contains(one.FullName!, StringComparison.Ordinal) && !type.Contains("IReadOnlyList", StringComparison.Ordinal));

    [GeneratedRegex("could not be converted to (.+?)\\. Path", RegexOptions.CultureInvariant)]
    private static partial Regex Wanted();

    [GeneratedRegex("missing required properties including: '([^']+)'", RegexOptions.CultureInvariant)]
    private static partial Regex MissingName();

    [GeneratedRegex(" Path: .*$| LineNumber: .*$", RegexOptions.CultureInvariant | RegexOptions.Singleline)]
    private static partial Regex Tail();
}
