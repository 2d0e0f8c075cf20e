namespace Pantomet.Imaging.Isolation;

/// <summary>What a decoder process does beside looking at pictures and fonts, by name: each reads a file, and what it finds out is handed
/// back as it is.</summary>
public sealed class DecoderWays : Dictionary<string, Func<string, byte[]>>;
