using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>Words that are set on a picture.</summary>
/// <param name="Text">The words, as they were typed.</param>
/// <param name="Style">How they are set.</param>
/// <param name="Avoid">What they must not cover, in the file: the subject, faces, what the destination covers.</param>
public sealed record Headline(string Text, HeadlineStyle Style, IReadOnlyList<PicturePart> Avoid) : Treatment
{
    /// <inheritdoc/>
    public bool Equals(Headline? other) =>
        other is not null && Text == other.Text && Style == other.Style && Avoid.SequenceEqual(other.Avoid);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Text, Style, Avoid.Count);
}

/// <summary>A slot whose pictures have a headline.</summary>
/// <param name="Text">What it says on a picture of which nothing else was said; empty for nothing.</param>
/// <param name="Language">A language tag (BCP 47) whose words are wanted of a picture that has several; empty for whichever.</param>
/// <param name="Style">How it is set.</param>
public sealed record SlotHeadline(string Text, string Language, HeadlineStyle Style)
{
    /// <summary>What it says on one picture; null for nothing.</summary>
    /// <param name="own">The picture's own words, by language; those of no language in particular under the empty name.</param>
    public string? TextFor(IReadOnlyDictionary<string, string> own)
    {
        var text = own.GetValueOrDefault(Language) ?? own.GetValueOrDefault("") ?? Text;
        return HeadlineWords.Of(text) is null ? null : text;
    }
}
