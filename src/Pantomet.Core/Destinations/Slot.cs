using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Treatments;

namespace Pantomet.Core.Destinations;

/// <summary>How a source fills a slot's shape; the CSS meaning. Never stretched.</summary>
public enum Fit
{
    /// <summary>Fills the shape; what is outside is cropped away.</summary>
    Cover,

    /// <summary>The whole picture inside the shape; the file is only as large as the picture.</summary>
    Contain,

    /// <summary>The whole picture inside the shape, filled up with the background colour.</summary>
    Pad,
}

/// <summary>Whether a slot gets one file in each of its formats, or one file in the format that suits the picture.</summary>
public enum Delivery
{
    /// <summary>One file per format, for a <c>picture</c> element to choose from.</summary>
    Each,

    /// <summary>One file only.</summary>
    One,
}

/// <summary>How much edges are sharpened after the picture was reduced.</summary>
public enum Sharpening
{
    /// <summary>Not at all.</summary>
    Off,

    /// <summary>Half as much as <see cref="Normal"/>.</summary>
    Light,

    /// <summary>About as much as the reduction has softened.</summary>
    Normal,
}

/// <summary>What becomes of colour.</summary>
public enum ColourPolicy
{
    /// <summary>Converted to sRGB (IEC 61966-2-1), 8 bits, and left untagged, as the web assumes.</summary>
    Srgb,

    /// <summary>Numbers and embedded profile stay as they are.</summary>
    Keep,
}

/// <summary>Which metadata a file carries. Place and camera data are never among it.</summary>
public enum MetadataPolicy
{
    /// <summary>Creator, copyright, credit, terms.</summary>
    Rights,

    /// <summary>The rights fields and the description.</summary>
    All,

    /// <summary>None.</summary>
    None,
}

/// <summary>One kind of place at a destination.</summary>
/// <param name="Id">Unique across all destinations and stable through edits.</param>
/// <param name="Name">As people call it: "hero", "listing photo".</param>
/// <param name="Shape">The proportions it demands.</param>
/// <param name="Fit">How a source fills them.</param>
/// <param name="Background">Fills up a padded picture, and lies under transparency where the format has none.</param>
/// <param name="Sizes">Which pixel sizes are made.</param>
/// <param name="Tiers">Ranges of viewport widths with their own framing, by rising viewport; empty when there are none.</param>
/// <param name="Formats">Which formats it takes; at least one, the preferred first.</param>
/// <param name="Delivery">One file per format or one in all.</param>
/// <param name="Limits">What it allows of a file.</param>
/// <param name="Quality">Between which encoder qualities a file may lie.</param>
/// <param name="Colour">What becomes of colour.</param>
/// <param name="Metadata">Which metadata stays.</param>
/// <param name="Transparency">What becomes of transparent parts.</param>
/// <param name="KeepClear">What the destination covers or cuts off.</param>
/// <param name="NamePattern">How files are named.</param>
public sealed record Slot(
    string Id,
    string Name,
    Shape Shape,
    Fit Fit,
    SrgbColour Background,
    SizeRule Sizes,
    IReadOnlyList<Tier> Tiers,
    IReadOnlyList<PictureFormat> Formats,
    Delivery Delivery,
    FileLimits Limits,
    QualityRange Quality,
    ColourPolicy Colour,
    MetadataPolicy Metadata,
    TransparencyPolicy Transparency,
    IReadOnlyList<KeepClearZone> KeepClear,
    NamePattern NamePattern)
{
    /// <summary>Room that a slot wants around the subject when it says nothing, as a fraction of the subject's longer side.</summary>
    public const double DefaultBreathing = 0.05;

    /// <summary>Where in its picture the focus should lie.</summary>
    public FocusPlace FocusPlace { get; init; } = FocusPlace.Centre;

    /// <summary>Room wanted around the subject, as a fraction of its longer side, 0 to 1.</summary>
    public double Breathing { get; init; } = DefaultBreathing;

    /// <summary>Whether a visitor of the page sees it before scrolling. Its files are the same; the markup fetches them first.</summary>
    public bool IsAtTop { get; init; }

    /// <summary>How its files should look.</summary>
    public ScoreDemand Score { get; init; } = ScoreDemand.Default;

    /// <summary>How much work its files are worth.</summary>
    public Effort Effort { get; init; } = Effort.Quick;

    /// <summary>Whether edges that the reduction has softened are sharpened.</summary>
    public Sharpening Sharpening { get; init; } = Sharpening.Off;

    /// <summary>
    /// Pixels per inch that a file states; null states nothing in particular. Screens ignore it, page layout programs place by it.
    /// </summary>
    public int? Ppi { get; init; }

    /// <summary>What is written.</summary>
    public int StatedPpi => Ppi ?? PictureFormats.UnstatedPpi;

    /// <summary>Whether animated sources stay animated.</summary>
    public AnimationPolicy Animation { get; init; } = AnimationPolicy.FirstFrame;

    /// <summary>Groups of sources that it takes; empty takes every source.</summary>
    public IReadOnlyList<string> Groups { get; init; } = [];

    /// <summary>What is done to its pictures beside cropping and scaling.</summary>
    public SlotTreatments Treatments { get; init; } = SlotTreatments.None;

    /// <summary>Whether transparency is kept where the format can.</summary>
    public bool KeepsTransparency => Transparency != TransparencyPolicy.Flattened;

    /// <summary>What is framed apart: the slot itself, or each of its tiers as a slot with the tier's shape and sizes.</summary>
    public IEnumerable<(Tier? Tier, Slot Slot)> Parts() => Tiers.Count == 0
        ? [(null, this)]
        : Tiers.Select(tier => ((Tier?)tier, this with { Name = $"{Name} {tier.Name}", Shape = tier.Shape, Sizes = tier.Sizes }));
}
