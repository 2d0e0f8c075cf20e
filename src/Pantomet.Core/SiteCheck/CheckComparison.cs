using Pantomet.Core.Findings;
using Pantomet.Core.Measures;

namespace Pantomet.Core.SiteCheck;

/// <summary>A picture as a check has found it.</summary>
/// <param name="Address">Of the file.</param>
/// <param name="Bytes">What it weighs; null where that is not known.</param>
/// <param name="Findings">What is to be said of it.</param>
public sealed record CheckedPicture(string Address, long? Bytes, IReadOnlyList<Finding> Findings);

/// <summary>A picture that is another than it was.</summary>
/// <param name="Address">Of the file.</param>
/// <param name="Sentence">In which way.</param>
public sealed record PictureChange(string Address, string Sentence);

/// <summary>What became of a site between two checks.</summary>
/// <param name="New">Addresses of pictures that were not there.</param>
/// <param name="Gone">Addresses of pictures that are not there any more.</param>
/// <param name="Worse">Pictures that are heavier, or have faults that they had not.</param>
/// <param name="Mended">Pictures that are lighter, or have lost faults, and have no new ones.</param>
public sealed record CheckComparison(
    IReadOnlyList<string> New, IReadOnlyList<string> Gone, IReadOnlyList<PictureChange> Worse, IReadOnlyList<PictureChange> Mended)
{
    // Invented: less is not worth a word.
    private const double Hardly = 0.05;

    /// <summary>Compares them.</summary>
    /// <param name="before">The earlier check.</param>
    /// <param name="after">The later one.</param>
    public static CheckComparison Of(IReadOnlyList<CheckedPicture> before, IReadOnlyList<CheckedPicture> after)
    {
        var was = before.DistinctBy(one => one.Address).ToDictionary(one => one.Address);
        var (worse, mended) = (new List<PictureChange>(), new List<PictureChange>());
        foreach (var now in after.DistinctBy(one => one.Address))
        {
            if (!was.TryGetValue(now.Address, out var old))
                continue;
            var (added, lost) = (Faults(now).Except(Faults(old)).ToList(), Faults(old).Except(Faults(now)).ToList());
            var weight = WeightOf(old.Bytes, now.Bytes);
            // What was not shown at all, and is now, is mended whatever else is to be said of it.
            if (IsBroken(old) && !IsBroken(now))
                mended.Add(new PictureChange(now.Address, Said(old, now, weight, lost, old.Findings)));
            else if (added.Count > 0 || weight > 0)
                worse.Add(new PictureChange(now.Address, Said(old, now, weight, added, now.Findings)));
            else if (lost.Count > 0 || weight < 0)
                mended.Add(new PictureChange(now.Address, Said(old, now, weight, lost, old.Findings)));
        }

        var isNow = after.Select(one => one.Address).ToHashSet();
        return new CheckComparison(
            [.. isNow.Where(address => !was.ContainsKey(address))], [.. was.Keys.Where(address => !isNow.Contains(address))],
            worse, mended);
    }

    // Notes come and go; nobody need act on them.
    private static IEnumerable<string> Faults(CheckedPicture picture) =>
        picture.Findings.Where(finding => finding.Severity != Severity.Note).Select(finding => finding.Id).Distinct();

    private static bool IsBroken(CheckedPicture picture) => picture.Findings.Any(finding => finding.Severity == Severity.Stop);

    private static int WeightOf(long? before, long? after) =>
        before is not { } was || after is not { } now || Math.Abs(now - was) <= Hardly * was ? 0 : now > was ? 1 : -1;

    private static string Said(CheckedPicture old, CheckedPicture now, int weight, List<string> ids, IReadOnlyList<Finding> findings)
    {
        var parts = new List<string>();
        if (weight != 0)
            parts.Add($"{new ByteCount(old.Bytes!.Value)} before, {new ByteCount(now.Bytes!.Value)} now.");
        var prefix = ReferenceEquals(findings, now.Findings) ? "" : "No longer: ";
        parts.AddRange(ids.Select(id => prefix + findings.First(finding => finding.Id == id).Sentence));
        return string.Join(' ', parts);
    }
}
