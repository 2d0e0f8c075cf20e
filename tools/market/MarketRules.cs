namespace Pantomet.Market;

/// <summary>What the stand-in demands of a listing's pictures. The numbers are invented.</summary>
/// <param name="Name">What the marketplace is called.</param>
/// <param name="MediaTypes">Formats that it takes.</param>
/// <param name="MaxBytes">No longer file is taken.</param>
/// <param name="MinBytes">No shorter file is taken: it looks poor.</param>
/// <param name="ShapeWidth">With <paramref name="ShapeHeight"/>: how wide to how high, to half a pixel.</param>
/// <param name="ShapeHeight">See <paramref name="ShapeWidth"/>.</param>
/// <param name="MinLongestSide">In pixels.</param>
/// <param name="MaxLongestSide">In pixels.</param>
/// <param name="MaxPictures">In one listing.</param>
public sealed record MarketRules(
    string Name, IReadOnlyList<string> MediaTypes, long MaxBytes, long MinBytes, int ShapeWidth, int ShapeHeight, int MinLongestSide,
    int MaxLongestSide, int MaxPictures)
{
    /// <summary>The demo's destination of the same name keeps within them.</summary>
    public static MarketRules Quayside { get; } =
        new("Quayside Market", ["image/jpeg"], MaxBytes: 920_000, MinBytes: 4_000, 5, 4, MinLongestSide: 500, MaxLongestSide: 2_440, 12);
}

/// <summary>Why the stand-in does not take something.</summary>
/// <param name="Code">For programs.</param>
/// <param name="Message">For people, in the marketplace's own words.</param>
public sealed record MarketError(string Code, string Message);
