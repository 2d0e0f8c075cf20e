using Pantomet.Core.Findings;
using Pantomet.Core.Pictures;

namespace Pantomet.Core.Sources;

/// <summary>What is unusual about a source, and what Pantomet does about it.</summary>
/// <param name="Id">Stable, for scripts.</param>
/// <param name="Label">One to three words for a tag beside the picture.</param>
/// <param name="Sentence">What it means for the files that are made.</param>
public sealed record SourceTrait(string Id, string Label, string Sentence)
{
    // Common practice, no source: a full-width picture on a site is 2,500 px and an ordinary one 1,500 px.
    private const int SmallLongestSide = 1500;

    /// <summary>The traits of a source in a fixed order; empty for an ordinary photograph.</summary>
    /// <param name="facts">What follows from the bytes.</param>
    /// <param name="stem">Of the source; one that a person gave makes up for a camera's name.</param>
    /// <param name="fileName">The name under which it came in.</param>
    /// <param name="isComposed">Whether it is made of other sources.</param>
    public static IReadOnlyList<SourceTrait> Of(SourceFacts facts, string fileName, string stem, bool isComposed)
    {
        var traits = new List<SourceTrait>();
        void Add(bool when, string id, string label, string sentence)
        {
            if (when)
                traits.Add(new SourceTrait(id, label, sentence));
        }

        Add(isComposed, "composed", "composed", "Made of other pictures here. It is made again when one of them is replaced.");
        Add(CameraName.Is(fileName) &&
            stem.StartsWith(Stem.From(Path.GetFileNameWithoutExtension(fileName)), StringComparison.Ordinal), "camera-name", "camera name",
                "The name says nothing about the picture. Give it a stem before it is published.");
        Add(facts.Orientation is > 1, "turned", TurnLabel(facts.Orientation),
            "The file says how it was held. Every size and crop here is of the upright picture.");
        Add(facts.Colour == ColourModel.Cmyk, "cmyk", "CMYK", "Print colours. They are converted to sRGB for every screen.");
        Add(facts.Colour == ColourModel.Grey, "grey", "greyscale", "One channel of lightness. JPEG, PNG and TIFF files stay greyscale.");
        Add(facts is { Colour: ColourModel.Rgb, IsOutsideSrgb: true }, "wide-gamut", "not sRGB",
            $"Colours are in {facts.ColourProfile}. They are converted to sRGB.");
        Add(facts.BitDepth > 8, "deep", $"{facts.BitDepth} bit",
            "More tones than a screen file holds. Files for screens are made with 8 bits.");
        Add(facts.HasAlpha, "transparent", "transparent",
            "Transparency is kept where the format can, and laid on the slot's background where it cannot.");
        Add(facts.IsAnimated, "animated", $"{facts.Frames} frames",
            "An animation. It moves where a slot keeps animations; elsewhere files are made from its first frame.");
        Add(facts is { Format: PictureFormat.Tiff, Frames: > 1 }, "pages", $"{facts.Frames} pages",
            "Several pages. Files are made from the first.");
        Add(facts.Format.NeedsWorkingPicture(), "working-picture", facts.Format.DisplayName(),
            $"Files are made from a working picture: the {facts.Format.DisplayName()} file was decoded once, at 8 bits, and kept without " +
            $"loss. The original stays as it came.");
        Add(facts.IsVector, "vector", "vector", "Drawn from shapes, so it is sharp at every size.");
        Add(facts.HasGeolocation, "place", "place data", "The file says where it was taken. That is never passed on.");
        Add(!facts.IsVector &&
            facts.Size.LongestSide < SmallLongestSide, "small", "small",
                $"Only {Finding.Px(facts.Size.LongestSide)} px on its longest side. It is never enlarged.");
        return traits;
    }

    private static string TurnLabel(int orientation) => orientation switch
    {
        3 => "turned 180°",
        6 or 8 => "turned 90°",
        _ => "mirrored",
    };
}
