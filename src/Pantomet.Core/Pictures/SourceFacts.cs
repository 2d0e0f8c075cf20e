using System.Text.Json.Serialization;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Pictures;

/// <summary>How the stored numbers of a picture are to be understood as colour.</summary>
public enum ColourModel
{
    /// <summary>Red, green, blue.</summary>
    Rgb,

    /// <summary>One channel of lightness.</summary>
    Grey,

    /// <summary>Four process inks; nothing on a screen shows them directly.</summary>
    Cmyk,
}

/// <summary>What a picture mainly is, since that decides which format suits it.</summary>
public enum ContentKind
{
    /// <summary>Tones change from pixel to pixel.</summary>
    Photograph,

    /// <summary>Large areas of exactly one colour: logos, charts, screenshots.</summary>
    Graphic,
}

/// <summary>Everything about a source that follows from its bytes alone.</summary>
/// <param name="Size">Upright size in pixels; for a vector picture the size it states for itself.</param>
/// <param name="Format">By content, never by file name.</param>
/// <param name="Colour">How the numbers are meant.</param>
/// <param name="ColourProfile">Description in the embedded ICC profile; null when none is embedded.</param>
/// <param name="BitDepth">Bits per channel.</param>
/// <param name="HasAlpha">Whether there is a transparency channel.</param>
/// <param name="Frames">1, or the number of frames of an animation or pages of a document.</param>
/// <param name="Orientation">Exif 2.32 Orientation, 1 to 8; 1 when none is stated.</param>
/// <param name="Kind">Photograph or graphic.</param>
/// <param name="Rights">The rights fields found.</param>
/// <param name="Description">The caption found in the file; empty when none.</param>
/// <param name="Camera">Make and model of the camera; empty when none.</param>
/// <param name="HasGeolocation">Whether the file says where it was taken.</param>
public sealed record SourceFacts(
    PixelSize Size,
    PictureFormat Format,
    ColourModel Colour,
    string? ColourProfile,
    int BitDepth,
    bool HasAlpha,
    int Frames,
    int Orientation,
    ContentKind Kind,
    RightsFields Rights,
    string Description,
    string Camera,
    [property: JsonPropertyName("hasPlace")] bool HasGeolocation)
{
    /// <summary>Whether the picture is drawn from shapes and therefore sharp at any size.</summary>
    public bool IsVector => Format == PictureFormat.Svg;

    /// <summary>Whether its frames are meant to follow each other; pages of a document are not.</summary>
    public bool IsAnimated => Frames > 1 && Format is (PictureFormat.Gif or PictureFormat.WebP or PictureFormat.Avif);

    /// <summary>Whether the embedded profile is anything other than sRGB, or the numbers are not RGB or grey at all.</summary>
    public bool IsOutsideSrgb =>
        Colour == ColourModel.Cmyk ||
        (ColourProfile is not null && !ColourProfile.Contains("sRGB", StringComparison.OrdinalIgnoreCase) && Colour != ColourModel.Grey);
}

/// <summary>Who made a picture and who may use it (IPTC Photo Metadata, rights fields).</summary>
/// <param name="Creator">Who made it.</param>
/// <param name="Copyright">The copyright notice.</param>
/// <param name="Credit">The credit line.</param>
/// <param name="UsageTerms">Under which terms it may be used.</param>
/// <param name="WebStatement">Address of a page with the terms.</param>
public sealed record RightsFields(
    string? Creator = null, string? Copyright = null, string? Credit = null, string? UsageTerms = null, string? WebStatement = null)
{
    /// <summary>No rights field found.</summary>
    public static RightsFields None { get; } = new();

    /// <summary>Whether no field says anything.</summary>
    public bool IsEmpty => this == None;
}
