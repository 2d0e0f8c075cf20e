namespace Pantomet.Core.Destinations;

/// <summary>Finds the members of a document that this version does not know.</summary>
internal static class UnknownMembers
{
    public static IEnumerable<DocumentProblem> In(DestinationDocument document) =>
        Of(document, "")
            .Concat((document.Devices ?? []).SelectMany((device, index) => device.Unknown is null ? [] : Of(device, $"devices[{index}]")))
            .Concat(document.Slots.SelectMany((slot, index) => In(slot, $"slots[{index}]")));

    private static IEnumerable<DocumentProblem> In(SlotDocument slot, string at) =>
    [
        .. Of(slot, at), .. Of(slot.Limits, $"{at}.limits"), .. Of(slot.Quality, $"{at}.quality"), .. In(slot.Sizes, $"{at}.sizes"),
        .. (slot.KeepClear ?? []).SelectMany((zone, index) => Of(zone, $"{at}.keepClear[{index}]")),
        .. (slot.Tiers ?? [])
            .SelectMany((tier, index) => Of(tier, $"{at}.tiers[{index}]").Concat(In(tier.Sizes, $"{at}.tiers[{index}].sizes"))),
    ];

    private static IEnumerable<DocumentProblem> In(SizesDocument? sizes, string at) =>
    [
        .. Of(sizes, at), .. Of(sizes?.Multiples, $"{at}.multiples"), .. Of(sizes?.Layout, $"{at}.layout"),
        .. Of(sizes?.Layout?.Ladder, $"{at}.layout.ladder"), .. Of(sizes?.Layout?.Ladder.Best, $"{at}.layout.ladder.best"),
        .. (sizes?.Layout?.Rows ?? [])
            .SelectMany(
                (row, index) => Of(row, $"{at}.layout.rows[{index}]").Concat(Of(row.Columns, $"{at}.layout.rows[{index}].columns"))),
    ];

    private static IEnumerable<DocumentProblem> Of(OpenDocument? part, string at) =>
        part?.Unknown is not { } unknown ? [] : unknown.Keys.Select(name => new DocumentProblem(
            at.Length == 0 ? name : $"{at}.{name}",
            $"\"{name}\" is not known to this version. It is kept in the document and changes nothing."));
}
