using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>What is done to a picture so that text can stand on it, in this order: it is blurred, its values are drawn onto a shorter
/// line, it loses some of its colour, and a colour is laid over it.</summary>
/// <param name="Low">What black becomes, 0 to 255.</param>
/// <param name="High">What white becomes, 0 to 255, not below <paramref name="Low"/>.</param>
/// <param name="Colour">Per cent of its colour that stays, 0 to 100; at 0 it is grey.</param>
/// <param name="Blur">Standard deviation of a Gaussian, in thousandths of the picture's shorter side.</param>
/// <param name="Overlay">The colour that is laid over it.</param>
/// <param name="Opacity">Per cent, 0 to 100.</param>
public sealed record ToneChange(byte Low, byte High, int Colour, int Blur, SrgbColour Overlay, int Opacity)
{
    /// <summary>Nothing is done.</summary>
    public static ToneChange None { get; } = new(0, byte.MaxValue, 100, 0, SrgbColour.White, 0);

    /// <summary>Does it to every pixel of a picture that has been blurred already.</summary>
    /// <param name="srgb">Red, green, blue of each pixel; changed in place.</param>
    public void Apply(Span<byte> srgb) => new ToneTables(this).Change(srgb);
}
