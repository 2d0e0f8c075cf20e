namespace Pantomet.Core.Destinations;

/// <summary>The form of a keep-clear zone.</summary>
public enum ZoneForm
{
    /// <summary>The rectangle itself is covered.</summary>
    Rectangle,

    /// <summary>The ellipse inside the rectangle is covered.</summary>
    Ellipse,

    /// <summary>Everything in the rectangle but the ellipse inside it is cut off, as by a round portrait.</summary>
    OutsideEllipse,
}

/// <summary>A part of a slot's picture that the destination covers or cuts off.</summary>
/// <param name="Name">What is there: "avatar", "price badge".</param>
/// <param name="Form">Its form.</param>
/// <param name="X">Left edge, as a fraction of the picture's width.</param>
/// <param name="Y">Top edge, as a fraction of the picture's height.</param>
/// <param name="Width">As a fraction of the picture's width.</param>
/// <param name="Height">As a fraction of the picture's height.</param>
public sealed record KeepClearZone(string Name, ZoneForm Form, double X, double Y, double Width, double Height) : OpenDocument;
