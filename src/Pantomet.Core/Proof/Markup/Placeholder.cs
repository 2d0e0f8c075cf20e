using Pantomet.Core.Kernels.Colour;

namespace Pantomet.Core.Proof.Markup;

/// <summary>What stands for a picture until its file has arrived.</summary>
/// <param name="Colour">The picture's main colour, <c>#rrggbb</c>.</param>
/// <param name="Picture">A tiny, blurred picture as data URI (RFC 2397), of at most <see cref="LongestUri"/> characters.</param>
public sealed record Placeholder(string Colour, string Picture)
{
    /// <summary>A page carries it in itself, for each of its pictures.</summary>
    public const int LongestUri = 700;

    /// <summary>The colours that go with the picture; null where they were not asked for.</summary>
    public PageColours? Colours { get; init; }
}

/// <summary>Which placeholder the markup has.</summary>
public enum PlaceholderKind
{
    /// <summary>None.</summary>
    None,

    /// <summary>The main colour.</summary>
    Colour,

    /// <summary>The blurred picture, on the main colour.</summary>
    Blurred,
}
