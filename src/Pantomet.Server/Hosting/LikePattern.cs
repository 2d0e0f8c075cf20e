namespace Pantomet.Server.Hosting;

/// <summary>Patterns of SQL's LIKE out of what people type.</summary>
internal static class LikePattern
{
    /// <summary>Makes the next letter mean itself.</summary>
    public const string Escape = "\\";

    /// <summary>Anything that contains some text as it stands.</summary>
    /// <param name="text">Whatever somebody typed.</param>
    public static string Containing(string text) =>
        $"%{text.Replace(Escape, Escape + Escape, Ordinal).Replace("%", Escape + "%", Ordinal).Replace("_", Escape + "_", Ordinal)}%";

    private const StringComparison Ordinal = StringComparison.Ordinal;
}
