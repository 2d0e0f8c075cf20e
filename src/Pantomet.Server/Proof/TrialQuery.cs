using Microsoft.AspNetCore.Mvc;
using Pantomet.Core.Findings;
using Pantomet.Core.Measures;
using Pantomet.Core.Proof.Pages;

namespace Pantomet.Server.Proof;

/// <summary>What is tried on a model page, as an address names it. Whatever is left out is as the page has it.</summary>
/// <param name="TimesDenser">How much denser than it is the screen is made to seem; left out, 1.</param>
/// <param name="Headline">A headline.</param>
/// <param name="Paragraph">A paragraph.</param>
/// <param name="Text">Colour of the text over the picture, <c>#rrggbb</c>.</param>
/// <param name="Overlay">A colour that is laid over the picture, <c>#rrggbb</c>.</param>
/// <param name="Opacity">Of the overlay, 0 to 1.</param>
/// <param name="Ground">The page's own colour, <c>#rrggbb</c>.</param>
internal sealed record TrialQuery(
    [FromQuery(Name = "timesDenser")] double? TimesDenser,
    [FromQuery(Name = "headline")] string? Headline,
    [FromQuery(Name = "paragraph")] string? Paragraph,
    [FromQuery(Name = "text")] string? Text,
    [FromQuery(Name = "overlay")] string? Overlay,
    [FromQuery(Name = "opacity")] double? Opacity,
    [FromQuery(Name = "ground")] string? Ground)
{
    private const double Least = 0.1;
    private const double Most = 10;

    /// <summary>Reads it.</summary>
    /// <param name="page">Which one.</param>
    public Outcome<PageTrial> On(ModelPage page)
    {
        if (TimesDenser is { } times && times is not (>= Least and <= Most))
            return Refusal.Invalid("timesDenser", $"This goes from {Least} to {Most}.");
        if (Opacity is { } opacity && opacity is not (>= 0 and <= 1))
            return Refusal.Invalid("opacity", "An opacity goes from 0 to 1.");
        if ((Headline ?? "").Length > PageTrial.LongestText || (Paragraph ?? "").Length > PageTrial.LongestText)
            return Refusal.Invalid("headline", $"A text to try has at most {PageTrial.LongestText} characters.");
        return ColourOf(Text, SrgbColour.White) is not { } text ? NoColour("text")
            : ColourOf(Overlay, default) is not { } overlay ? NoColour("overlay")
            : ColourOf(Ground, SrgbColour.White) is not { } ground ? NoColour("ground")
            : new PageTrial(page, TimesDenser ?? 1)
            {
                Headline = Headline ?? "",
                Paragraph = Paragraph ?? "",
                Text = text,
                Overlay = overlay,
                Opacity = Opacity ?? 0,
                Ground = ground,
            };
    }

    private static SrgbColour? ColourOf(string? text, SrgbColour usual) =>
        text is null ? usual : SrgbColour.TryParse(text, out var colour) ? colour : null;

    private static Refusal NoColour(string field) => Refusal.Invalid(field, "A colour is written #rrggbb.");
}
