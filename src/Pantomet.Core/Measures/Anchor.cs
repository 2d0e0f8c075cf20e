namespace Pantomet.Core.Measures;

/// <summary>One of nine places in a picture.</summary>
public enum Anchor
{
    /// <summary>Upper left.</summary>
    TopLeft,

    /// <summary>Upper edge.</summary>
    Top,

    /// <summary>Upper right.</summary>
    TopRight,

    /// <summary>Left edge.</summary>
    Left,

    /// <summary>The middle.</summary>
    Centre,

    /// <summary>Right edge.</summary>
    Right,

    /// <summary>Lower left.</summary>
    BottomLeft,

    /// <summary>Lower edge.</summary>
    Bottom,

    /// <summary>Lower right.</summary>
    BottomRight,
}

/// <summary>Where the nine places are.</summary>
public static class Anchors
{
    private const int Across = 3;

    /// <summary>How much of the free room lies to the left of what stands there, and above it: 0, a half or 1.</summary>
    /// <param name="anchor">One of nine.</param>
    public static (double Left, double Above) Of(Anchor anchor) => ((int)anchor % Across / 2.0, (int)anchor / Across / 2.0);

    /// <summary>As it is written in documents: <c>top-left</c>.</summary>
    /// <param name="anchor">One of nine.</param>
    public static string Id(this Anchor anchor) => anchor == Anchor.Centre ? "centre" : anchor.Words().Replace(' ', '-');

    /// <summary>As people say it: <c>top left</c>.</summary>
    /// <param name="anchor">One of nine.</param>
    public static string Words(this Anchor anchor) => anchor switch
    {
        Anchor.TopLeft => "top left",
        Anchor.TopRight => "top right",
        Anchor.BottomLeft => "bottom left",
        Anchor.BottomRight => "bottom right",
        Anchor.Centre => "middle",
        _ => anchor.ToString().ToLowerInvariant(),
    };
}
