using System.Globalization;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Destinations;

/// <summary>
/// Where in a slot's picture the focus should lie. Written like a CSS position: <c>center</c>, <c>left</c>, <c>right top</c>, <c>30%
/// 60%</c>; or <c>thirds</c>.
/// </summary>
/// <remarks>The words and percentages are those of CSS Values 4, <c>&lt;position&gt;</c>; thirds are common practice, no source.</remarks>
public sealed record FocusPlace
{
    private static readonly Dictionary<string, double> Across = new() { ["left"] = 0, ["center"] = 0.5, ["right"] = 1 };
    private static readonly Dictionary<string, double> Down = new() { ["top"] = 0, ["center"] = 0.5, ["bottom"] = 1 };

    private FocusPlace(string text, params IReadOnlyList<PixelPoint> points)
    {
        Text = text;
        Points = points;
    }

    /// <summary>The middle.</summary>
    public static FocusPlace Centre { get; } = new("center", new PixelPoint(0.5, 0.5));

    /// <summary>Whichever of the four crossings of the thirds is nearest.</summary>
    public static FocusPlace Thirds { get; } = new(
        "thirds", new PixelPoint(1 / 3.0, 1 / 3.0), new PixelPoint(2 / 3.0, 1 / 3.0), new PixelPoint(1 / 3.0, 2 / 3.0),
        new PixelPoint(2 / 3.0, 2 / 3.0));

    /// <summary>As it is written.</summary>
    public string Text { get; }

    /// <summary>Fractions of the picture's width and height; the nearest of them counts.</summary>
    public IReadOnlyList<PixelPoint> Points { get; }

    /// <summary>The same place, moved along one side or both.</summary>
    /// <param name="across">Fraction of the width; null stays.</param>
    /// <param name="down">Fraction of the height; null stays.</param>
    public FocusPlace With(double? across, double? down)
    {
        var points = Points.Select(point => new PixelPoint(across ?? point.X, down ?? point.Y)).ToArray();
        return new FocusPlace(string.Create(CultureInfo.InvariantCulture, $"{100 * points[0].X}% {100 * points[0].Y}%"), points);
    }

    /// <summary>The point of a picture without a focus: the one that CSS <c>object-position</c> puts at this place.</summary>
    /// <param name="picture">Size of the picture.</param>
    public PixelPoint FocusOf(PixelSize picture)
    {
        var place = Points.Count == 1 ? Points[0] : Centre.Points[0];
        return new PixelPoint(place.X * picture.Width, place.Y * picture.Height);
    }

    /// <summary>Reads a place.</summary>
    /// <param name="text">As in a destination document.</param>
    /// <param name="place">The place, when the text is one.</param>
    public static bool TryParse(string text, out FocusPlace place)
    {
        place = Centre;
        if (text == "thirds")
        {
            place = Thirds;
            return true;
        }

        var words = text.Split(' ');
        (string X, string Y)? pair = words switch
        {
            [var only] when Across.ContainsKey(only) || IsShare(only) => (only, "center"),
            [var only] when Down.ContainsKey(only) => ("center", only),
            [var first, var second] when Down.ContainsKey(first) && Across.ContainsKey(second) && first != "center" => (second, first),
            [var first, var second] => (first, second),
            _ => null,
        };
        if (pair is not var (x, y) || !TryShare(x, Across, out var across) || !TryShare(y, Down, out var down))
            return false;
        place = new FocusPlace(text, new PixelPoint(across, down));
        return true;
    }

    /// <inheritdoc/>
    public bool Equals(FocusPlace? other) => other is not null && other.Text == Text;

    /// <inheritdoc/>
    public override int GetHashCode() => Text.GetHashCode(StringComparison.Ordinal);

    /// <inheritdoc/>
    public override string ToString() => Text;

    private static bool IsShare(string text) => text.EndsWith('%');

    private static bool TryShare(string text, Dictionary<string, double> words, out double share)
    {
        if (words.TryGetValue(text, out share))
            return true;
        var isNumber = double.TryParse(
            text.AsSpan(0, Math.Max(0, text.Length - 1)), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var percent);
        share = percent / 100;
        return IsShare(text) && isNumber && share is >= 0 and <= 1;
    }
}
