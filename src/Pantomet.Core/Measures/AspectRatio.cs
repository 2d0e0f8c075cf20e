using System.Globalization;

namespace Pantomet.Core.Measures;

/// <summary>Proportions as an exact fraction in lowest terms, so that 16:9 and 1920:1080 are the same value.</summary>
public readonly record struct AspectRatio : IComparable<AspectRatio>
{
    private const int MaxDigitsAfterPoint = 4;

    /// <param name="across">Parts across, above zero.</param>
    /// <param name="down">Parts down, above zero.</param>
    /// <exception cref="ArgumentOutOfRangeException">A part is not above zero.</exception>
    public AspectRatio(long across, long down)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(across, 1);
        ArgumentOutOfRangeException.ThrowIfLessThan(down, 1);
        var divisor = GreatestCommonDivisor(across, down);
        Across = across / divisor;
        Down = down / divisor;
    }

    /// <summary>Parts across, in lowest terms.</summary>
    public long Across { get; }

    /// <summary>Parts down, in lowest terms.</summary>
    public long Down { get; }

    /// <summary>Width divided by height.</summary>
    public double Value => (double)Across / Down;

    /// <summary>The proportions of a size.</summary>
    /// <param name="size">Both sides at least 1.</param>
    public static AspectRatio Of(PixelSize size) => new(size.Width, size.Height);

    /// <summary>Reads <c>16:9</c> or <c>1.91:1</c>.</summary>
    /// <param name="text">Two positive numbers with a colon between them, each with at most four digits after the point.</param>
    /// <param name="ratio">The ratio, when the text is one.</param>
    /// <returns>Whether the text is a ratio.</returns>
    public static bool TryParse(string text, out AspectRatio ratio)
    {
        ratio = default;
        var parts = text.Split(':');
        if (parts.Length != 2 || !TryPart(parts[0], out var across) || !TryPart(parts[1], out var down))
            return false;
        ratio = new AspectRatio(across, down);
        return true;
    }

    /// <summary>The largest size of these proportions inside a picture; the side that follows is rounded half up.</summary>
    /// <param name="picture">Both sides at least 1.</param>
    /// <returns>One side is the picture's own. Both sides are at least 1.</returns>
    public PixelSize LargestIn(PixelSize picture)
    {
        // Compared as products, since a quotient would round.
        var pictureIsWider = (Int128)picture.Width * Down >= (Int128)picture.Height * Across;
        return pictureIsWider
            ? new PixelSize(Math.Min(picture.Width, WidthFor(picture.Height)), picture.Height)
            : new PixelSize(picture.Width, Math.Min(picture.Height, HeightFor(picture.Width)));
    }

    /// <summary>The height that goes with a width, halves rounded up, at least 1.</summary>
    /// <param name="width">At least 1.</param>
    public int HeightFor(int width) => AsSide(Rounding.Scaled(width, Down, Across));

    /// <summary>The width that goes with a height, halves rounded up, at least 1.</summary>
    /// <param name="height">At least 1.</param>
    public int WidthFor(int height) => AsSide(Rounding.Scaled(height, Across, Down));

    /// <inheritdoc/>
    public int CompareTo(AspectRatio other) => ((Int128)Across * other.Down).CompareTo((Int128)other.Across * Down);

    /// <summary>Whether the left is narrower.</summary>
    public static bool operator <(AspectRatio left, AspectRatio right) => left.CompareTo(right) < 0;

    /// <summary>Whether the left is wider.</summary>
    public static bool operator >(AspectRatio left, AspectRatio right) => left.CompareTo(right) > 0;

    /// <summary>Whether the left is narrower or the same.</summary>
    public static bool operator <=(AspectRatio left, AspectRatio right) => left.CompareTo(right) <= 0;

    /// <summary>Whether the left is wider or the same.</summary>
    public static bool operator >=(AspectRatio left, AspectRatio right) => left.CompareTo(right) >= 0;

    /// <inheritdoc/>
    public override string ToString() => $"{Across}:{Down}";

    private static int AsSide(long pixels) => (int)Math.Clamp(pixels, 1, int.MaxValue);

    private static bool TryPart(string text, out long part)
    {
        part = 0;
        if (!decimal.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number))
            return false;
        var scaled = number * 10_000m;
        if (scaled != decimal.Truncate(scaled) || number <= 0 || number > 100_000 || number.Scale > MaxDigitsAfterPoint)
            return false;
        part = (long)scaled;
        return true;
    }

    private static long GreatestCommonDivisor(long a, long b)
    {
        while (b != 0)
            (a, b) = (b, a % b);
        return a;
    }
}
