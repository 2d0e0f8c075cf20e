using AngleSharp;
using AngleSharp.Css;
using AngleSharp.Css.Dom;
using AngleSharp.Css.Parser;

namespace Pantomet.Sites.Styles;

/// <summary>Reads CSS.</summary>
internal static class CssReading
{
    private static readonly CssParserOptions Options = new() { IsIncludingUnknownDeclarations = true, IsIncludingUnknownRules = true };

    /// <summary>Keeps every value as it is written: a value that is newer than the library must not vanish without a word.</summary>
    public static CssParser AsWritten { get; } = new(
        Options, BrowsingContext.New(Configuration.Default.WithCss().WithOnly<IDeclarationFactory>(new KnowingNothing())));

    /// <summary>Knows which longhands a shorthand stands for.</summary>
    public static CssParser Knowing { get; } = new(Options, BrowsingContext.New(Configuration.Default.WithCss()));

    /// <summary>Reads a selector.</summary>
    /// <param name="text">Any.</param>
    /// <returns>Null where it is none.</returns>
    public static ISelector? Selector(string text) =>
        AsWritten.ParseStyleSheet(text + "{}").Rules is [ICssStyleRule rule] ? rule.Selector : null;

    private sealed class KnowingNothing : DefaultDeclarationFactory, IDeclarationFactory
    {
        DeclarationInfo IDeclarationFactory.Create(string propertyName) => CreateDefault(propertyName);
    }
}
