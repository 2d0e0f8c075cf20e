using System.Text.Json;
using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Sources;
using Pantomet.Server.Sources.Composing;

namespace Pantomet.Server.Sources;

/// <summary>A source as the interface gives it.</summary>
internal sealed record SourceAnswer(
    string Id,
    string FileName,
    string Sha256,
    long Bytes,
    int Width,
    int Height,
    PictureFormat Format,
    string? ColourProfile,
    ColourModel Colour,
    int BitDepth,
    bool HasAlpha,
    int Frames,
    int Orientation,
    ContentKind Kind,
    string Camera,
    bool HasPlace,
    string Description,
    RightsFields Rights,
    string Stem,
    string AltText,
    string Group,
    PixelRect? Subject,
    PixelRect? Wish,
    PixelPoint? Focus,
    IReadOnlyList<SourceTrait> Traits,
    DateTime AddedAt,
    IReadOnlyList<string>? Inputs,
    ComposedLayout? Layout)
{
    public static SourceAnswer Of(SourceRow row)
    {
        var facts = row.Facts;
        return new SourceAnswer(
            row.Id, row.FileName, row.Id, row.Bytes, facts.Size.Width, facts.Size.Height, facts.Format, facts.ColourProfile, facts.Colour,
            facts.BitDepth, facts.HasAlpha, facts.Frames, facts.Orientation, facts.Kind, facts.Camera, facts.HasGeolocation,
            facts.Description,
            facts.Rights, row.Stem, row.AltText, row.Group, row.Framing.Subject, row.Framing.Wish, row.Framing.Focus,
            SourceTrait.Of(facts, row.FileName, row.Stem, row.Composed is not null), row.AddedAt,
            row.Composed?.Inputs, row.Composed?.Layout);
    }
}

/// <summary>A page of sources.</summary>
/// <param name="Items">Newest first.</param>
/// <param name="Next">Cursor of the next page; null on the last.</param>
/// <param name="Total">How many there are in all pages.</param>
/// <param name="TotalBytes">What they weigh together.</param>
internal sealed record SourcePage(IReadOnlyList<SourceAnswer> Items, string? Next, int Total, long TotalBytes);

/// <summary>What is unusual about sources.</summary>
/// <param name="Items">In the order of their labels.</param>
internal sealed record TraitCounts(IReadOnlyList<TraitCount> Items);

/// <summary>Names sources by the SHA-256 of their bytes.</summary>
internal sealed record SourceIds(IReadOnlyList<string> Ids);

/// <summary>Those that are in the library, with their originals.</summary>
internal sealed record KnownSources(IReadOnlyList<SourceAnswer> Items);

/// <summary>What became of one file that was sent.</summary>
/// <param name="FileName">As it is shown.</param>
/// <param name="Source">The source, new or already there.</param>
/// <param name="DuplicateOf">Id of the source that has the same bytes and was there before.</param>
/// <param name="Problem">Why there is no source.</param>
internal sealed record IntakeAnswer(
    string FileName, SourceAnswer? Source = null, string? DuplicateOf = null, IntakeProblem? Problem = null);

/// <summary>Why a file was not taken in.</summary>
/// <param name="Type">Stable, for scripts.</param>
/// <param name="Detail">A sentence with the file's name and what to do.</param>
internal sealed record IntakeProblem(string Type, string Detail)
{
    /// <summary>What was to be replaced is not there any more.</summary>
    public const string ReplacedMeanwhile = "replaced-meanwhile";

    /// <summary>Its stable name.</summary>
    public string Id => Type.Split('/')[^1];
}

/// <summary>
/// Changes to a source as a JSON merge patch (RFC 7396): members that are absent stay as they are, null takes subject or focus away.
/// </summary>
internal sealed record SourceChange
{
    public string? Stem { get; init; }

    public string? AltText { get; init; }

    public string? Group { get; init; }

    public JsonElement Subject { get; init; }

    public JsonElement Focus { get; init; }
}
