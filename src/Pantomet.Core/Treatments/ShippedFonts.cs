namespace Pantomet.Core.Treatments;

/// <summary>The typefaces that ship, all under the SIL Open Font License 1.1, each regular and bold.</summary>
public static class ShippedFonts
{
    /// <summary>What is used where none is named.</summary>
    public const string First = "Lato";

    /// <summary>Their family names. For scripts that one lacks (Arabic, Hebrew, Devanagari, Thai) and for emoji, others ship that step
    /// in.</summary>
    public static IReadOnlyList<string> Families { get; } = [First, "Vollkorn", "Noto Sans", "Quicksand", "Comfortaa", "Play"];
}
