using Pantomet.Core.Publishing;
using Pantomet.Core.Recipes;
using Pantomet.Server.Runs;

namespace Pantomet.Server.Publishing;

/// <summary>The digits by which an address of delivery changes with what it gives.</summary>
internal static class DeliveryVersion
{
    /// <summary>Those of one width.</summary>
    /// <param name="pairing">The source and the slot.</param>
    /// <param name="variants">Of its plan, those of one tier and one width, in each format.</param>
    public static string Of(Pairing pairing, IEnumerable<PlannedVariant> variants) =>
        DeliveryAddress.Version(variants.Select(variant => pairing.AcceptedFor(variant).Own.Hash));

    /// <summary>Those of each width of a plan.</summary>
    /// <param name="pairing">The source and the slot.</param>
    public static IReadOnlyDictionary<(string? Tier, int Width), string> AllOf(Pairing pairing) => pairing.Plan().Variants
        .GroupBy(variant => (variant.Tier, variant.Size.File.Width)).ToDictionary(width => width.Key, width => Of(pairing, width));
}
