namespace Pantomet.Server.Fonts;

/// <summary>A font that somebody added.</summary>
internal sealed class FontRow
{
    /// <summary>SHA-256 of the file that was sent, as 64 lower-case hexadecimal digits.</summary>
    public required string Id { get; init; }

    /// <summary>Family and style, as its file says; else the name of the file.</summary>
    public required string Name { get; init; }

    /// <summary>How many characters it has.</summary>
    public required int Letters { get; init; }

    /// <summary>SHA-256 of the copy that letters are drawn with.</summary>
    public required string Copy { get; set; }

    public required DateTime AddedAt { get; init; }
}
