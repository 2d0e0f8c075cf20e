using AngleSharp.Dom;
using Pantomet.Core.SiteCheck.Css;

namespace Pantomet.Sites.Styles;

/// <summary>What a length comes to.</summary>
internal enum ExtentKind
{
    /// <summary>It says <c>auto</c> or <c>none</c>, or nothing.</summary>
    Auto,

    /// <summary>So many CSS px.</summary>
    Known,

    /// <summary>It depends on something that is not looked at.</summary>
    Unknown,
}

/// <summary>A length that counts for an element.</summary>
/// <param name="Kind">What it comes to.</param>
/// <param name="Px">CSS px, of a known one.</param>
internal readonly record struct Extent(ExtentKind Kind, double Px = 0)
{
    /// <summary>It depends on something that is not looked at.</summary>
    public static readonly Extent Unknown = new(ExtentKind.Unknown);

    /// <summary>Nothing is said.</summary>
    public static readonly Extent Auto = new(ExtentKind.Auto);

    /// <summary>So many CSS px, or unknown.</summary>
    /// <param name="px">CSS px; null where it is not known.</param>
    public static Extent Of(double? px) => px is { } known ? new Extent(ExtentKind.Known, known) : Unknown;

    /// <summary>CSS px, where nothing said is a certain length; null where it is not known.</summary>
    /// <param name="auto">CSS px of nothing said.</param>
    public double? Or(double auto) => Kind switch
    {
        ExtentKind.Auto => auto,
        ExtentKind.Known => Px,
        _ => null,
    };
}

/// <summary>The style that counts for one element in one window.</summary>
internal sealed class ElementStyle
{
    private readonly Cascade cascade;
    private readonly Lazy<Dictionary<string, Winner>> winners;
    private readonly Lazy<double?> font;

    /// <param name="cascade">Knows the rules.</param>
    /// <param name="element">Of the page.</param>
    /// <param name="parent">The style of its parent; null for the root.</param>
    public ElementStyle(Cascade cascade, IElement element, ElementStyle? parent)
    {
        (this.cascade, Element, Parent) = (cascade, element, parent);
        winners = new Lazy<Dictionary<string, Winner>>(() => cascade.Winners(element), false);
        font = new Lazy<double?>(Font, false);
    }

    public IElement Element { get; }

    public ElementStyle? Parent { get; }

    /// <summary>Size of its font in CSS px; null where it is not known.</summary>
    public double? FontPx => font.Value;

    private double? RootFontPx => Parent is null ? FontPx : Parent.RootFontPx;

    /// <summary>What counts of a property that is not inherited.</summary>
    /// <param name="property">In lower case.</param>
    public Said Of(string property)
    {
        if (!winners.Value.TryGetValue(property, out var winner))
            return winners.Value.ContainsKey("all") ? new Said(null, false) : new Said(null);
        if (!winner.IsKnown || winners.Value.ContainsKey("all"))
            return new Said(null, false);
        var text = Resolved(winner.Declaration, property);
        return text switch
        {
            "inherit" => Parent?.Of(property) ?? new Said(null),
            "initial" or "unset" => new Said(null),
            "revert" or "revert-layer" => new Said(null, false),
            _ => new Said(text),
        };
    }

    /// <summary>What counts of a property that is inherited.</summary>
    /// <param name="property">In lower case.</param>
    public Said Inherited(string property)
    {
        var own = winners.Value.TryGetValue(property, out var winner);
        if (own && !winner!.IsKnown)
            return new Said(null, false);
        var text = own ? Resolved(winner!.Declaration, property) : null;
        return text is null or "inherit" or "unset" ? Parent?.Inherited(property) ?? new Said(null)
            : text == "initial" ? new Said(null)
            : new Said(text, text is not ("revert" or "revert-layer"));
    }

    /// <summary>Its word for a property; what nothing is said of has a word too.</summary>
    /// <param name="property">Not inherited, in lower case.</param>
    /// <param name="initial">The word where nothing is said.</param>
    /// <returns>Null where it is not known.</returns>
    public string? Word(string property, string initial) => Of(property) is { IsKnown: true } said ? said.Text ?? initial : null;

    /// <summary>Whether what it has too much of is cut off, or can be scrolled to.</summary>
    public bool IsClipped => IsClippedBy("overflow") || IsClippedBy("overflow-x");

    private bool IsClippedBy(string property) => Word(property, "visible") is "hidden" or "auto" or "scroll";

    /// <summary>A length.</summary>
    /// <param name="property">Not inherited, in lower case.</param>
    /// <param name="wholePx">What percentages are shares of, CSS px; null where it is not known.</param>
    public Extent Length(string property, double? wholePx)
    {
        var said = Of(property);
        return !said.IsKnown ? Extent.Unknown
            : said.Text is null or "auto" or "none" or "normal" ? Extent.Auto
            : LengthOf(said.Text, wholePx);
    }

    /// <summary>Whether a length says percentages.</summary>
    /// <param name="property">Not inherited, in lower case.</param>
    public bool IsShare(string property) => Of(property) is { Text: { } text } && text.Contains('%', StringComparison.Ordinal);

    /// <summary>A length as it is written.</summary>
    /// <param name="text">In a style sheet.</param>
    /// <param name="wholePx">What percentages are shares of, CSS px; null where it is not known.</param>
    public Extent LengthOf(string text, double? wholePx) => LengthOf(CssTokens.Trimmed(CssTokens.Of(text)), wholePx);

    /// <summary>A length in parts.</summary>
    /// <param name="tokens">Of a style sheet.</param>
    /// <param name="wholePx">What percentages are shares of, CSS px; null where it is not known.</param>
    public Extent LengthOf(IReadOnlyList<CssToken> tokens, double? wholePx)
    {
        var lengths = new CssLengths(cascade.Viewport)
        {
            FontPx = FontPx,
            RootFontPx = RootFontPx,
            HasPercentages = true,
            WholePx = wholePx,
        };
        return lengths.Read(tokens) is { } read ? Extent.Of(read.Px) : Extent.Unknown;
    }

    private string? Resolved(Declaration declaration, string property)
    {
        if (!declaration.Text.Contains("var(", StringComparison.OrdinalIgnoreCase))
            return declaration.Text.ToLowerInvariant();
        if (Variables.In(declaration.Text, Variable) is not { } text)
            return "unset";
        if (declaration.Shorthand is not { } shorthand)
            return text.ToLowerInvariant();
        var longhand = Declarations.Longhands(shorthand, text, false).FirstOrDefault(one => one.Name == property);
        return longhand?.Text.ToLowerInvariant() ?? "unset";
    }

    private string? Variable(string name) => winners.Value.TryGetValue(name, out var winner)
        ? winner.IsKnown ? winner.Declaration.Text : null
        : Parent?.Variable(name);

    // CSS Fonts 4, §2.5: what is relative here is so to the parent's font.
    private double? Font()
    {
        var above = Parent is null ? CssLengths.InitialFontPx : Parent.FontPx;
        if (!winners.Value.TryGetValue("font-size", out var winner))
            return winners.Value.ContainsKey("font-family") && IsMonospaced() ? null : above;
        if (!winner.IsKnown)
            return null;
        var text = Resolved(winner.Declaration, "font-size") ?? "inherit";
        if (NamedSize(text) is { } named)
            return named;
        var lengths = new CssLengths(cascade.Viewport)
        {
            FontPx = above,
            RootFontPx = Parent is null ? CssLengths.InitialFontPx : Parent.RootFontPx,
            HasPercentages = true,
            WholePx = above,
        };
        return text switch
        {
            "inherit" or "unset" => above,
            "initial" => CssLengths.InitialFontPx,
            "larger" => above * 1.2,
            "smaller" => above / 1.2,
            _ => lengths.Read(CssTokens.Trimmed(CssTokens.Of(text)))?.Px,
        };
    }

    // Browsers have a smaller size for these, which comes of more than can be said here.
    private bool IsMonospaced() => winners.Value["font-family"].Declaration.Text == "monospace";

    // CSS Fonts 4, §2.5.1, for an initial font of 16 px.
    private static double? NamedSize(string text) => text switch
    {
        "xx-small" => 9,
        "x-small" => 10,
        "small" => 13,
        "medium" => 16,
        "large" => 18,
        "x-large" => 24,
        "xx-large" => 32,
        "xxx-large" => 48,
        _ => null,
    };
}
