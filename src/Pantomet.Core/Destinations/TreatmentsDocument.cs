namespace Pantomet.Core.Destinations;

/// <summary>What is done to the pictures of a slot, beside cropping and scaling.</summary>
/// <param name="Tone">So that text can stand on them.</param>
/// <param name="Headline">Words that are set on them.</param>
/// <param name="Mark">A mark that is set on them.</param>
/// <param name="Edges">A line, corners, a shadow.</param>
public sealed record TreatmentsDocument(
    ToneDocument? Tone = null, HeadlineDocument? Headline = null, MarkDocument? Mark = null, EdgesDocument? Edges = null) : OpenDocument;

/// <summary>A mark that is set on a picture; fractions of the shorter side.</summary>
/// <param name="Picture">The id of the source that it is.</param>
/// <param name="LightPicture">The id of a light version, for dark grounds (absent: none).</param>
/// <param name="Anchor">One of nine, such as <c>bottom-right</c> (absent: that one).</param>
/// <param name="Size">Of the square that it is put in, 0.02 to 1 (absent: 0.15).</param>
/// <param name="Margin">Around it, 0 to 0.4 (absent: 0.04).</param>
/// <param name="Opacity">0.05 to 1 (absent: 1).</param>
public sealed record MarkDocument(
    string Picture, string? LightPicture = null, string? Anchor = null, double? Size = null, double? Margin = null,
    double? Opacity = null) : OpenDocument;

/// <summary>Words that are set on a picture; what is absent is as usual.</summary>
/// <param name="Text">What they say where nothing was said of the picture (absent: nothing).</param>
/// <param name="Language">A language tag (BCP 47), such as <c>de</c>: which of a picture's words are wanted.</param>
/// <param name="Font">A font that ships, by its family name (absent: Lato), or <c>sha256:</c> and the digits of an own font's file.</param>
/// <param name="Weight"><c>regular</c> or <c>bold</c> (absent: bold).</param>
/// <param name="Size">The largest size of the font, as a fraction of the height, 0.02 to 1 (absent: 0.16).</param>
/// <param name="MinSize">The smallest, not above the largest (absent: 0.05, or the largest where that is less).</param>
/// <param name="Lines">In how many at most, 1 to 10 (absent: 3).</param>
/// <param name="Align"><c>left</c>, <c>centre</c> or <c>right</c> (absent: by its place).</param>
/// <param name="Colour"><c>dark</c>, <c>light</c>, <c>#rrggbb</c> or <c>picked</c> (absent: picked from the picture).</param>
/// <param name="Contrast">What it needs (absent: 4.5).</param>
/// <param name="Help">What is laid beneath it where it cannot be read: <c>none</c>, <c>shadow</c> or <c>band</c> (absent: band).</param>
/// <param name="Anchor">One of nine, such as <c>top-left</c>, or <c>auto</c> (absent: auto).</param>
/// <param name="Area">Where it stands, by hand; goes before the anchor.</param>
public sealed record HeadlineDocument(
    string? Text = null, string? Language = null, string? Font = null, string? Weight = null, double? Size = null, double? MinSize = null,
    int? Lines = null, string? Align = null, string? Colour = null, double? Contrast = null, string? Help = null, string? Anchor = null,
    PartDocument? Area = null) : OpenDocument;

/// <summary>Text that stands on a picture, and what may be done to the picture for it.</summary>
/// <param name="Text"><c>dark</c>, <c>light</c> or <c>#rrggbb</c>.</param>
/// <param name="Under">Where it stands (absent: anywhere).</param>
/// <param name="Contrast">What it needs (absent: 4.5).</param>
/// <param name="By">By what the picture may be changed (absent: levels and overlay).</param>
/// <param name="ByHand">What a person has set; absent where the least that is needed is found.</param>
public sealed record ToneDocument(
    string Text, PartDocument? Under = null, double? Contrast = null, IReadOnlyList<string>? By = null, ToneByHandDocument? ByHand = null)
    : OpenDocument;

/// <summary>A tone that a person has set; fractions.</summary>
/// <param name="Darks">What black becomes, 0 to 1 (absent: 0).</param>
/// <param name="Lights">What white becomes, 0 to 1 (absent: 1).</param>
/// <param name="Colour">How much of the colour stays, 0 to 1 (absent: 1).</param>
/// <param name="Blur">Standard deviation, as a fraction of the shorter side, 0 to 0.05 (absent: 0).</param>
/// <param name="Overlay"><c>#rrggbb</c> (absent: white for dark text, else black).</param>
/// <param name="Opacity">Of the overlay, 0 to 1 (absent: 0).</param>
public sealed record ToneByHandDocument(
    double? Darks = null, double? Lights = null, double? Colour = null, double? Blur = null, string? Overlay = null,
    double? Opacity = null) : OpenDocument;

/// <summary>What becomes of the edges; fractions of the shorter side.</summary>
/// <param name="Line">Width of a line round the picture, 0 to 0.1 (absent: none).</param>
/// <param name="LineColour"><c>#rrggbb</c> (absent: black).</param>
/// <param name="Corners">Their radius, 0 to 0.5 (absent: square).</param>
/// <param name="Shadow">Opacity of a shadow on the ground beneath a cut-out, 0 to 1 (absent: none).</param>
public sealed record EdgesDocument(double? Line = null, string? LineColour = null, double? Corners = null, double? Shadow = null)
    : OpenDocument;

/// <summary>A rectangle in a picture, as fractions of its width and height.</summary>
/// <param name="X">Left edge.</param>
/// <param name="Y">Top edge.</param>
/// <param name="Width">Above 0.</param>
/// <param name="Height">Above 0.</param>
public sealed record PartDocument(double X, double Y, double Width, double Height) : OpenDocument;
