namespace Pantomet.Core.Findings;

/// <summary>A file cannot be read: a picture, a font, a record of a site. The message is a sentence for the person who sent it, without
/// the file's name.</summary>
/// <param name="id">Stable, for scripts: lower-case words joined by hyphens.</param>
/// <param name="sentence">What is wrong and what to do.</param>
/// <param name="cause">What a decoder said, for the log.</param>
public sealed class UnreadableException(string id, string sentence, Exception? cause = null) : Exception(sentence, cause)
{
    /// <summary>Stable, for scripts.</summary>
    public string Id { get; } = id;
}
