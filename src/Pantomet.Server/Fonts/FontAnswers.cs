namespace Pantomet.Server.Fonts;

/// <summary>A font that somebody added.</summary>
/// <param name="Id">SHA-256 of the file that was sent, as 64 lower-case hexadecimal digits; a document says <c>sha256:</c> and
/// these.</param>
/// <param name="Name">Family and style.</param>
/// <param name="Letters">How many characters it has.</param>
/// <param name="Slots">Ids of the slots whose headline is set in it.</param>
internal sealed record FontAnswer(string Id, string Name, int Letters, IReadOnlyList<string> Slots);

/// <summary>The fonts that were added, by name.</summary>
/// <param name="Items">All of them.</param>
internal sealed record FontList(IReadOnlyList<FontAnswer> Items);
