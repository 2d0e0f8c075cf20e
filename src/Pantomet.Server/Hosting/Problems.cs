using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;

namespace Pantomet.Server.Hosting;

/// <summary>The one place where problem documents (RFC 9457) are made.</summary>
internal static class Problems
{
    /// <summary>A request that cannot be done as it is.</summary>
    /// <param name="status">HTTP status.</param>
    /// <param name="id">Stable name of the problem; becomes its type.</param>
    /// <param name="title">What kind of problem it is.</param>
    /// <param name="detail">What happened here and what to do.</param>
    /// <param name="field">The member at fault, if there is one.</param>
    public static ProblemHttpResult Of(int status, string id, string title, string detail, string? field = null)
    {
        var problem = new ProblemDetails { Status = status, Type = $"/problems/{id}", Title = title, Detail = detail };
        if (field is not null)
            problem.Extensions["field"] = field;
        return TypedResults.Problem(problem);
    }

    /// <summary>What a service refused.</summary>
    public static ProblemHttpResult Of(Refusal refusal) =>
        Of(StatusOf(refusal.Kind), refusal.Id, refusal.Title, refusal.Sentence, refusal.Field);

    public static ProblemHttpResult NotFound(string what, string id) => Of(Refusal.NotFound(what, id));

    public static ProblemHttpResult Invalid(string field, string detail) => Of(Refusal.Invalid(field, detail));

    /// <summary>Something of this name is there already.</summary>
    public static ProblemHttpResult Taken(string field, string detail) =>
        Of(StatusCodes.Status422UnprocessableEntity, "taken", "The name is taken", detail, field);

    /// <summary>A document with problems: the first as the detail, all of them as <c>problems</c>.</summary>
    public static ProblemHttpResult InvalidDocument(IReadOnlyList<DocumentProblem> found)
    {
        var first = found[0];
        var more = found.Count > 1
            ? $" ({found.Count - 1} more: {string.Join("; ", found.Skip(1).Select(problem => $"{problem.Field}: {problem.Sentence}"))})"
            : "";
        var problem = Invalid(first.Field, $"{(first.Line is { } line ? $"Line {line}, {first.Field}: " : "")}{first.Sentence}{more}");
        problem.ProblemDetails.Extensions["problems"] = found;
        return problem;
    }

    public static ProblemHttpResult Gone(string detail) =>
        Of(StatusCodes.Status410Gone, "gone", "No longer there", detail);

    private static int StatusOf(RefusalKind kind) => kind switch
    {
        RefusalKind.NotFound => StatusCodes.Status404NotFound,
        RefusalKind.Invalid => StatusCodes.Status422UnprocessableEntity,
        RefusalKind.ChangedMeanwhile => StatusCodes.Status412PreconditionFailed,
        RefusalKind.Busy => StatusCodes.Status409Conflict,
        RefusalKind.Gone => StatusCodes.Status410Gone,
        RefusalKind.TooLarge => StatusCodes.Status413PayloadTooLarge,
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };
}
