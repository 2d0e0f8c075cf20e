namespace Pantomet.Core.SiteCheck.Css;

/// <summary>What a token is: those of CSS Syntax 3, §4, as far as lengths and media conditions tell them apart.</summary>
public enum CssTokenKind
{
    /// <summary>A name.</summary>
    Ident,

    /// <summary>A name and the parenthesis that opens behind it.</summary>
    Function,

    /// <summary>A number without a unit.</summary>
    Number,

    /// <summary>A number with <c>%</c>.</summary>
    Percentage,

    /// <summary>A number with a unit.</summary>
    Dimension,

    /// <summary>Any amount of it.</summary>
    Whitespace,

    /// <summary>A comma.</summary>
    Comma,

    /// <summary>Opens a block: ( [ or {.</summary>
    Open,

    /// <summary>Closes a block.</summary>
    Close,

    /// <summary>A string, an address, a hash: whole, and of no use here.</summary>
    Other,

    /// <summary>A single sign that is nothing else.</summary>
    Sign,

    /// <summary>A string or address that breaks off: nothing around it is valid.</summary>
    Bad,
}

/// <summary>A token of CSS.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Text">Its name, unit or sign; names and units in lower case.</param>
/// <param name="Number">Of a number, percentage or dimension.</param>
public readonly record struct CssToken(CssTokenKind Kind, string Text, double Number = 0)
{
    /// <summary>Whether it is a certain sign, block or name.</summary>
    /// <param name="kind">What it should be.</param>
    /// <param name="text">In lower case.</param>
    public bool Is(CssTokenKind kind, string text) => Kind == kind && Text == text;
}
