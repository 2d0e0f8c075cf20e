namespace Pantomet.Core.Findings;

/// <summary>Why something was not done.</summary>
public enum RefusalKind
{
    /// <summary>What was named does not exist, or not any more.</summary>
    NotFound,

    /// <summary>Something that was asked for is not right.</summary>
    Invalid,

    /// <summary>It was changed since the asker saw it.</summary>
    ChangedMeanwhile,

    /// <summary>It cannot be done at this moment, and may be later.</summary>
    Busy,

    /// <summary>It was there, and is not there any more.</summary>
    Gone,

    /// <summary>It is larger than what is taken.</summary>
    TooLarge,
}

/// <summary>Something that was not done, and what to do about it. Nothing was changed.</summary>
/// <param name="Kind">Why.</param>
/// <param name="Id">Stable name, lower-case words joined by hyphens.</param>
/// <param name="Title">What kind of refusal it is, in a few words.</param>
/// <param name="Sentence">What happened here and what to do.</param>
/// <param name="Field">The member at fault, if there is one.</param>
public sealed record Refusal(RefusalKind Kind, string Id, string Title, string Sentence, string? Field = null)
{
    private const int MaxIdShown = 80;

    /// <summary>There is no such thing.</summary>
    /// <param name="what">The kind of thing.</param>
    /// <param name="id">As it was asked for.</param>
    public static Refusal NotFound(string what, string id) => new(
        RefusalKind.NotFound, "not-found", "Not found",
        $"There is no {what} \"{(id.Length <= MaxIdShown ? id : id[..MaxIdShown] + "…")}\". It may have been deleted meanwhile.");

    /// <summary>Something that was asked for is not right.</summary>
    /// <param name="field">The member at fault.</param>
    /// <param name="sentence">What is wrong and what to do.</param>
    public static Refusal Invalid(string field, string sentence) =>
        new(RefusalKind.Invalid, "invalid", "Something in the request is not right", sentence, field);
}

/// <summary>What came of something that can fail in an expected way: a value, or why there is none.</summary>
/// <typeparam name="T">The value.</typeparam>
public readonly record struct Outcome<T>
    where T : class
{
    private Outcome(T? value, Refusal? refusal) => (Value, Refusal) = (value, refusal);

    /// <summary>Null where it was refused.</summary>
    public T? Value { get; }

    /// <summary>Null where it was done.</summary>
    public Refusal? Refusal { get; }

    /// <summary>It was done.</summary>
    /// <param name="value">What came of it.</param>
    public static implicit operator Outcome<T>(T value) => new(value, null);

    /// <summary>It was refused.</summary>
    /// <param name="refusal">Why.</param>
    public static implicit operator Outcome<T>(Refusal refusal) => new(null, refusal);

    /// <summary>Takes it apart; one of the two is null.</summary>
    /// <param name="value">What came of it.</param>
    /// <param name="refusal">Why there is none.</param>
    public void Deconstruct(out T? value, out Refusal? refusal) => (value, refusal) = (Value, Refusal);
}
