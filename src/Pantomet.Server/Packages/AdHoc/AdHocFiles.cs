using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Packages;
using Pantomet.Core.Runs;
using Pantomet.Core.Sources;
using Pantomet.Server.Sources;

namespace Pantomet.Server.Packages.AdHoc;

/// <summary>What is wanted of some pictures once, without a destination that says so.</summary>
/// <param name="Slots">As in a destination document; they need not be stored anywhere.</param>
/// <param name="Name">The name of the first picture's files: <c>kites-spring-01</c>. Absent: each has its own file name.</param>
internal sealed record AdHocFiles(IReadOnlyList<SlotDocument> Slots, string? Name = null)
{
    private const int MaxName = 200;

    // As many as a run may make.
    private const int MaxPairings = 100_000;

    /// <summary>Reads the slots.</summary>
    /// <returns>Them, or what is wrong with the first field at fault.</returns>
    public Outcome<Slot[]> Read()
    {
        if (Slots.Count == 0)
            return Refusal.Invalid("adHoc.slots", "Say what is wanted: at least one slot.");
        if (Name?.Length > MaxName)
            return Refusal.Invalid("adHoc.name", $"A name has at most {MaxName} characters.");
        var reading = DestinationReader.Read(
            new DestinationDocument(DestinationDocument.FormatName, "ad-hoc", "Ad hoc", DestinationKind.Site, Slots));
        if (reading.Problems is [var first, ..])
            return Refusal.Invalid($"adHoc.{first.Field}", first.Sentence);
        return reading.Slots.OfType<Slot>().ToArray();
    }

    /// <summary>Why they cannot be made of so many sources; null where they can.</summary>
    /// <param name="sources">How many; at least one.</param>
    public Refusal? Unfit(int sources) =>
        Read().Refusal ?? ((long)sources * Slots.Count > MaxPairings
            ? Refusal.Invalid(
                "sources",
                $"{sources:#,0} pictures for {Slots.Count:#,0} slots are too many for one package: at most {MaxPairings:#,0} together. " +
                "Choose fewer pictures.")
            : null);

    /// <summary>What would be made of each source for each slot, source by source.</summary>
    /// <param name="sources">In the order in which they are numbered.</param>
    /// <param name="slots">As <see cref="Read"/> gave them.</param>
    public IReadOnlyList<AdHocPlan> Plans(IReadOnlyList<SourceRow> sources, IReadOnlyList<Slot> slots)
    {
        var stems = string.IsNullOrWhiteSpace(Name) ? null : SeriesName.Stems(Stems.Ascii(Name), sources.Count);
        return
        [
            .. from numbered in sources.Select((row, at) => (Row: row, Stem: stems?[at] ?? row.Stem))
               let source = numbered.Row.ToSource() with { Stem = numbered.Stem }
               from slot in slots
               select new AdHocPlan(numbered.Row, source, slot, SlotPlan.For(slot, source)),
        ];
    }
}

/// <summary>What would be made of one source for one slot.</summary>
/// <param name="Row">The source, as it is stored.</param>
/// <param name="Source">The same, under the name that its files get.</param>
/// <param name="Slot">What is wanted.</param>
/// <param name="Plan">What would be made.</param>
internal sealed record AdHocPlan(SourceRow Row, Source Source, Slot Slot, SlotPlan Plan)
{
    /// <summary>What stands in the way; null where nothing does.</summary>
    public Finding? Stop => Plan.Findings.FirstOrDefault(finding => finding.Severity == Severity.Stop);

    /// <summary>What is not made, as a package lists it.</summary>
    /// <param name="reason">A sentence.</param>
    public MissingEntry Missing(string reason) => new(Row.Stem, AdHocBuilder.DestinationName, Slot.Name, reason);
}
