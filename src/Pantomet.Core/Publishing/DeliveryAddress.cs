using System.Security.Cryptography;
using System.Text;

namespace Pantomet.Core.Publishing;

/// <summary>Where a published picture is fetched.</summary>
public static class DeliveryAddress
{
    /// <summary>What they all begin with.</summary>
    public const string Root = "/pictures";

    private const int HashDigits = 8;

    /// <summary>Whether a path is that of a picture, or would be.</summary>
    /// <param name="path">Of a request.</param>
    public static bool IsOne(string? path) => path?.StartsWith($"{Root}/", StringComparison.Ordinal) ?? false;

    /// <summary>The address of a picture.</summary>
    /// <param name="destination">Id of the destination.</param>
    /// <param name="slot">Id of the slot.</param>
    /// <param name="stem">Of the picture.</param>
    public static string Of(string destination, string slot, string stem) => $"{Root}/{destination}/{PartOf(destination, slot)}/{stem}";

    /// <summary>The part of a slot's id behind its destination's; all of it where it begins otherwise.</summary>
    /// <param name="destination">Id of the destination.</param>
    /// <param name="slot">Id of the slot.</param>
    public static string PartOf(string destination, string slot) =>
        slot.StartsWith($"{destination}.", StringComparison.Ordinal) ? slot[(destination.Length + 1)..] : slot;

    /// <summary>A few digits that change whenever any of some recipes does.</summary>
    /// <param name="recipes">Hashes of the recipes of one width, in each format.</param>
    public static string Version(IEnumerable<string> recipes) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.ASCII.GetBytes(string.Join(' ', recipes))))[..HashDigits];
}
