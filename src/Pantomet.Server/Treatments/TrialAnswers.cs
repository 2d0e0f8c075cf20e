using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Treatments;

namespace Pantomet.Server.Treatments;

/// <summary>Treatments to be tried on one picture.</summary>
/// <param name="Source">The source's id.</param>
/// <param name="Slot">The slot's id.</param>
/// <param name="Width">Of the answer, in pixels; no wider than the file would be.</param>
/// <param name="Tier">A tier of the slot; null for the one with the widest file.</param>
/// <param name="Treatments">As in a slot's document; null for what the slot says.</param>
/// <param name="Text">What a headline says; null for what it says on this picture.</param>
internal sealed record TreatmentTrial(
    string Source, string Slot, int Width, string? Tier = null, TreatmentsDocument? Treatments = null, string? Text = null);

/// <summary>A picture as it would be.</summary>
/// <param name="Picture">A <c>data:</c> URL.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
/// <param name="Tone">What was found for the tone; null without one.</param>
/// <param name="Headline">How the headline was set; null without one, and where it does not fit.</param>
/// <param name="Findings">What is to be said of it.</param>
internal sealed record TreatedAnswer(
    string Picture, int Width, int Height, ToneAnswer? Tone, HeadlineAnswer? Headline, IReadOnlyList<Finding> Findings);

/// <summary>A tone, and the contrast that text has.</summary>
/// <param name="Darks">What black becomes, 0 to 1.</param>
/// <param name="Lights">What white becomes, 0 to 1.</param>
/// <param name="Colour">How much of the colour stays, 0 to 1.</param>
/// <param name="Blur">As a fraction of the shorter side.</param>
/// <param name="Overlay"><c>#rrggbb</c>.</param>
/// <param name="Opacity">Of the overlay, 0 to 1.</param>
/// <param name="Text">The text's colour.</param>
/// <param name="Under">Where it stands.</param>
/// <param name="Wanted">The contrast that is wanted.</param>
/// <param name="Without">What it is on the picture as it is.</param>
/// <param name="Contrast">What it is then.</param>
/// <param name="IsReached">Whether that is enough.</param>
internal sealed record ToneAnswer(
    double Darks, double Lights, double Colour, double Blur, string Overlay, double Opacity, string Text, PicturePart Under, double Wanted,
    double Without, double Contrast, bool IsReached)
{
    private const double Levels = 255;

    /// <summary>Says it.</summary>
    /// <param name="tone">What was wanted.</param>
    /// <param name="found">What came of it.</param>
    public static ToneAnswer Of(Tone tone, ToneFound found)
    {
        var change = found.Change;
        return new ToneAnswer(
            change.Low / Levels, change.High / Levels, change.Colour / 100.0, change.Blur / 1000.0, change.Overlay.ToString(),
            change.Opacity / 100.0, tone.Demand.Text.ToString(), tone.Under, tone.Demand.Contrast, found.Contrasts!.Without,
            found.Contrasts.Then, found.IsReached);
    }
}
