using Pantomet.Core.Measures;

namespace Pantomet.Core.Destinations;

/// <summary>The proportions that a slot demands.</summary>
public abstract record Shape
{
    private Shape()
    {
    }

    /// <summary>The ratio that a picture gets in this shape.</summary>
    /// <param name="picture">The picture's own ratio.</param>
    public abstract AspectRatio RatioFor(AspectRatio picture);

    /// <summary>Reads <c>16:9</c>, <c>851x315</c>, <c>4:5..16:9</c> or <c>free</c>.</summary>
    /// <param name="text">As in a destination document.</param>
    /// <param name="shape">The shape, when the text is one.</param>
    public static bool TryParse(string text, out Shape shape)
    {
        shape = new Free();
        if (text == "free")
            return true;
        if (AspectRatio.TryParse(text, out var ratio))
        {
            shape = new Ratio(ratio);
            return true;
        }

        if (text.Split("..") is [var narrow, var wide] &&
            AspectRatio.TryParse(narrow, out var narrowest) && AspectRatio.TryParse(wide, out var widest) && narrowest < widest)
        {
            shape = new Range(narrowest, widest);
            return true;
        }

        if (text.Split('x') is [var across, var down] && TrySide(across, out var width) && TrySide(down, out var height))
        {
            shape = new Exact(new PixelSize(width, height));
            return true;
        }

        return false;
    }

    private static bool TrySide(string text, out int side) =>
        int.TryParse(text, System.Globalization.NumberStyles.None, null, out side) && side is >= 1 and <= SizeRule.MaxPixelsPerSide;

    /// <summary>One ratio, at any size.</summary>
    /// <param name="Value">The ratio.</param>
    public sealed record Ratio(AspectRatio Value) : Shape
    {
        /// <inheritdoc/>
        public override AspectRatio RatioFor(AspectRatio picture) => Value;

        /// <inheritdoc/>
        public override string ToString() => Value.ToString();
    }

    /// <summary>One size and no other.</summary>
    /// <param name="Size">The size in pixels.</param>
    public sealed record Exact(PixelSize Size) : Shape
    {
        /// <inheritdoc/>
        public override AspectRatio RatioFor(AspectRatio picture) => AspectRatio.Of(Size);

        /// <inheritdoc/>
        public override string ToString() => $"{Size.Width}x{Size.Height}";
    }

    /// <summary>Any ratio between two; a picture outside gets the nearer of them.</summary>
    /// <param name="Narrowest">The least width for a height.</param>
    /// <param name="Widest">The greatest width for a height.</param>
    public sealed record Range(AspectRatio Narrowest, AspectRatio Widest) : Shape
    {
        /// <inheritdoc/>
        public override AspectRatio RatioFor(AspectRatio picture) =>
            picture < Narrowest ? Narrowest : picture > Widest ? Widest : picture;

        /// <inheritdoc/>
        public override string ToString() => $"{Narrowest}..{Widest}";
    }

    /// <summary>The picture's own ratio.</summary>
    public sealed record Free : Shape
    {
        /// <inheritdoc/>
        public override AspectRatio RatioFor(AspectRatio picture) => picture;

        /// <inheritdoc/>
        public override string ToString() => "free";
    }
}
