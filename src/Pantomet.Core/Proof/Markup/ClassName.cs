namespace Pantomet.Core.Proof.Markup;

/// <summary>Names of classes in style sheets.</summary>
public static class ClassName
{
    /// <summary>Of a picture in a slot.</summary>
    /// <param name="slot">The slot's folder: lower-case words joined by hyphens.</param>
    /// <param name="stem">Of the picture.</param>
    /// <returns>CSS Syntax 3: an identifier does not begin with a digit.</returns>
    public static string Of(string slot, string stem) => char.IsAsciiDigit(slot[0]) ? $"_{slot}-{stem}" : $"{slot}-{stem}";
}
