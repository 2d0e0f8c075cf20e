
namespace Pantomet.Core.Destinations;

/// <summary>
/// A slot as it is written in JSON. Members that are absent have the value that <see cref="DestinationReader"/> gives them.
/// </summary>
/// <param name="Id">Unique across all destinations.</param>
/// <param name="Name">As people call it.</param>
/// <param name="Shape"><c>16:9</c>, <c>851x315</c>, <c>4:5..16:9</c> or <c>free</c>.</param>
/// <param name="Formats">Lower-case format names, the preferred first.</param>
/// <param name="Sizes">Which sizes are made; absent for an exact shape.</param>
/// <param name="Tiers">Ranges of viewport widths with a framing of their own.</param>
/// <param name="Deliver">One file per format (absent: one in all).</param>
/// <param name="Fit">How a source fills the shape (absent: cover).</param>
/// <param name="Background"><c>#rrggbb</c> (absent: white).</param>
/// <param name="Limits">What is allowed of a file.</param>
/// <param name="Quality">Between which encoder qualities a file may lie.</param>
/// <param name="Colour">What becomes of colour (absent: srgb).</param>
/// <param name="Metadata">Which metadata stays (absent: rights).</param>
/// <param name="Transparency">What becomes of transparency (absent: kept where the format can).</param>
/// <param name="KeepClear">What the destination covers or cuts off.</param>
/// <param name="FileName">The name pattern.</param>
/// <param name="Looks">What is asked of the looks of a file.</param>
/// <param name="Effort">How much work a file is worth (absent: quick).</param>
/// <param name="Sharpening">Sharpening after reduction (absent: off).</param>
/// <param name="Ppi">Pixels per inch that a file states.</param>
/// <param name="Animation">What becomes of animated sources (absent: firstFrame).</param>
/// <param name="Groups">Groups of sources that it takes (absent: every source).</param>
/// <param name="FocusAt">Where in the picture the focus should lie: a CSS position or <c>thirds</c> (absent: center).</param>
/// <param name="Breathing">Room wanted around the subject, as a fraction of its longer side (absent: 0.05).</param>
/// <param name="AtTop">Whether a visitor of the page sees it before scrolling (absent: no).</param>
/// <param name="Treatments">What is done to the pixels beside cropping and scaling (absent: nothing).</param>
public sealed record SlotDocument(
    string Id,
    string Name,
    string Shape,
    IReadOnlyList<string> Formats,
    SizesDocument? Sizes = null,
    IReadOnlyList<TierDocument>? Tiers = null,
    Delivery? Deliver = null,
    Fit? Fit = null,
    string? Background = null,
    LimitsDocument? Limits = null,
    QualityDocument? Quality = null,
    ColourPolicy? Colour = null,
    MetadataPolicy? Metadata = null,
    TransparencyPolicy? Transparency = null,
    IReadOnlyList<KeepClearZone>? KeepClear = null,
    string? FileName = null,
    string? FocusAt = null,
    double? Breathing = null,
    LooksDocument? Looks = null,
    Effort? Effort = null,
    Sharpening? Sharpening = null,
    int? Ppi = null,
    AnimationPolicy? Animation = null,
    IReadOnlyList<string>? Groups = null,
    bool? AtTop = null,
    TreatmentsDocument? Treatments = null)
    : OpenDocument;

/// <summary>A range of viewport widths, up to the next tier.</summary>
/// <param name="Name">Unique in the slot.</param>
/// <param name="From">First viewport width, CSS px.</param>
/// <param name="Shape">Absent: the slot's.</param>
/// <param name="Sizes">Absent: the slot's.</param>
public sealed record TierDocument(string Name, int From, string? Shape = null, SizesDocument? Sizes = null) : OpenDocument;

/// <summary>Limits of a file. Weights in bytes, sides in px.</summary>
/// <param name="MostBytes">The cap.</param>
/// <param name="AimBytes">Lower and upper end of the aim band.</param>
/// <param name="FewestBytes">Below this a file looks poor to the destination.</param>
/// <param name="LeastSide">No side may be shorter.</param>
/// <param name="MostSide">No side may be longer.</param>
public sealed record LimitsDocument(
    long? MostBytes = null, IReadOnlyList<long>? AimBytes = null, long? FewestBytes = null, int? LeastSide = null,
    int? MostSide = null) : OpenDocument;

/// <summary>Encoder qualities from 1 to 100.</summary>
/// <param name="Floor">The lowest.</param>
/// <param name="Ceiling">The highest.</param>
public sealed record QualityDocument(int? Floor = null, int? Ceiling = null) : OpenDocument;

/// <summary>Looks of a file, in points of the visual score.</summary>
/// <param name="Wanted">Enough looks.</param>
/// <param name="Floor">No file is made below it.</param>
/// <param name="Prefer">What decides within the limits (absent: better).</param>
public sealed record LooksDocument(double? Wanted = null, double? Floor = null, Preference? Prefer = null) : OpenDocument;
