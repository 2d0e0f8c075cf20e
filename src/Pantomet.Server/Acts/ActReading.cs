using Pantomet.Core.Findings;
using Pantomet.Server.Destinations;
using Pantomet.Server.Framing;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Acts;

/// <summary>What an act makes of sources as they are at this moment.</summary>
internal static class ActReading
{
    /// <summary>What each gets, or why it cannot be.</summary>
    /// <param name="database">In a transaction that writes.</param>
    /// <param name="act">The act.</param>
    /// <param name="rows">Sources of it that are there.</param>
    /// <param name="slots">All slots.</param>
    public static async Task<IReadOnlyDictionary<string, Outcome<ValuesToSet>>> OfAsync(
        PantometDb database, ActRow act, IReadOnlyList<SourceRow> rows, IReadOnlyDictionary<string, PlacedSlot> slots)
    {
        var request = act.Request;
        return request.Act switch
        {
            ActKind.Group => Each(rows, _ => new ValuesToSet(new SourceValues(Group: request.Group))),
            ActKind.Delete => Each(rows, _ => new ValuesToSet(new SourceValues(IsDeleted: true))),
            ActKind.Restore => Each(rows, _ => new ValuesToSet(new SourceValues(IsDeleted: false))),
            ActKind.Frame => Framed(request, rows, slots),
            ActKind.CopyFraming => await CopiedAsync(database, request.Copy!, rows),
            ActKind.Name => await NamedAsync(database, request.Names!, act.SourceIds),
            _ => await BeforeAsync(database, act, rows),
        };
    }

    private static Dictionary<string, Outcome<ValuesToSet>> Each(
        IReadOnlyList<SourceRow> rows, Func<SourceRow, Outcome<ValuesToSet>> read) => rows.ToDictionary(row => row.Id, read);

    private static Dictionary<string, Outcome<ValuesToSet>> Framed(
        ActRequest request, IReadOnlyList<SourceRow> rows, IReadOnlyDictionary<string, PlacedSlot> slots)
    {
        var places = request.On.Pairings?.ToLookup(pairing => pairing.Source, pairing => request.Frame! with { Slot = pairing.Slot });
        var everywhere = request.On.Slots is { } all ? [.. all.Select(slot => request.Frame! with { Slot = slot })]
            : new[] { request.Frame! };
        return Each(rows, row => Framed(places?[row.Id] ?? everywhere, row, slots));
    }

    private static Outcome<ValuesToSet> Framed(
        IEnumerable<FramingRequest> wanted, SourceRow row, IReadOnlyDictionary<string, PlacedSlot> slots)
    {
        var framing = row.Framing;
        var label = "";
        foreach (var one in wanted)
        {
            var (change, refusal) = one.Read(row, slots);
            if (refusal is not null)
                return refusal;
            (framing, label) = (change!.ApplyTo(framing), change.Label);
        }

        return new ValuesToSet(new SourceValues(Framing: framing), label);
    }

    private static async Task<IReadOnlyDictionary<string, Outcome<ValuesToSet>>> CopiedAsync(
        PantometDb database, FramingCopy copy, IReadOnlyList<SourceRow> rows)
    {
        var from = await database.Sources.SingleOrDefaultAsync(row => row.Id == copy.From && row.DeletedAt == null);
        return Each(
            rows, row => from is null ? Refusal.NotFound("source", copy.From)
                : FramingCopies.Of(from, row, copy.As) is { } framing
                    ? new ValuesToSet(new SourceValues(Framing: framing), $"framing from {from.Stem}")
                : Refusal.Invalid("copy", FramingCopies.NothingToGoBy(from, row)));
    }

    private static async Task<IReadOnlyDictionary<string, Outcome<ValuesToSet>>> NamedAsync(
        PantometDb database, NamePattern names, IReadOnlyList<string> ids)
    {
        var (named, refusal) = await Naming.OfAsync(database, ids, names);
        return refusal is not null
            ? ids.ToDictionary(id => id, _ => (Outcome<ValuesToSet>)refusal)
            : named!.Items.ToDictionary(
                item => item.Id, item => (Outcome<ValuesToSet>)new ValuesToSet(names.Of == NamedText.Stem
                    ? new SourceValues(Stem: item.After)
                    : new SourceValues(AltText: item.After)));
    }

    private static async Task<IReadOnlyDictionary<string, Outcome<ValuesToSet>>> BeforeAsync(
        PantometDb database, ActRow act, IReadOnlyList<SourceRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToList();
        var changes = await database.ActChanges.AsNoTracking().Where(change => change.ActId == act.Undoes && ids.Contains(change.SourceId))
            .ToDictionaryAsync(change => change.SourceId);
        // What somebody did to it meanwhile is not taken back with it.
        return Each(
            rows, row => SourceChanges.AreSame(SourceChanges.Now(row, changes[row.Id].After), changes[row.Id].After)
                ? new ValuesToSet(changes[row.Id].Before, "undo")
                : new Refusal(
                    RefusalKind.ChangedMeanwhile, "changed-meanwhile", "Changed meanwhile",
                    $"\"{row.Stem}\" was changed again since, and stays as it is. The others are as they were before."));
    }
}
