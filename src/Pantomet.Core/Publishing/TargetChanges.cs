namespace Pantomet.Core.Publishing;

/// <summary>What has to be done so that a target holds what it should, and nothing of anybody else's is touched.</summary>
/// <param name="Changes">In the order in which they are made.</param>
/// <param name="Unchanged">Files that lie there as they should.</param>
/// <param name="Forgotten">Paths that are wanted no more, and where nothing of ours lies.</param>
public sealed record TargetChanges(IReadOnlyList<TargetChange> Changes, int Unchanged, IReadOnlyList<string> Forgotten)
{
    /// <summary>Compares what should lie there with what does.</summary>
    /// <param name="owner">Whose files these are.</param>
    /// <param name="wanted">All that should lie there, no path twice.</param>
    /// <param name="left">What was last left there, of whoever's, by its path.</param>
    /// <param name="lying">Length of each file that lies at any of these paths now.</param>
    /// <param name="isKept">Whether a file of this path stays though nothing wants it: its successor is not made yet.</param>
    /// <param name="takesOver">Whether files of others at these paths may be replaced.</param>
    public static TargetChanges Of(
        string owner, IReadOnlyList<WantedFile> wanted, IReadOnlyDictionary<string, LeftFile> left,
        IReadOnlyDictionary<string, long> lying, Func<string, bool> isKept, bool takesOver)
    {
        var (changes, unchanged, forgotten) = (new List<TargetChange>(), 0, new List<string>());
        foreach (var file in wanted)
        {
            if (Compare(owner, file, left.GetValueOrDefault(file.Path), Length(lying, file.Path), takesOver) is { } change)
                changes.Add(change);
            else
                unchanged++;
        }

        var names = wanted.Select(file => file.Path).ToHashSet(StringComparer.Ordinal);
        foreach (var (path, file) in left.Where(one => one.Value.Owner == owner && !names.Contains(one.Key) && !isKept(one.Key)))
        {
            if (Length(lying, path) == file.Bytes)
                changes.Add(new TargetChange(ChangeKind.Remove, path, file.Role, null));
            else
                forgotten.Add(path);
        }

        return new TargetChanges([.. Ordered(changes)], unchanged, forgotten);
    }

    /// <summary>New pictures first, then those in place of others, then what names them, and last what is wanted no more.</summary>
    /// <remarks>So nothing that is read on the target ever names a file that is not there.</remarks>
    /// <param name="changes">In any order.</param>
    public static IEnumerable<TargetChange> Ordered(IEnumerable<TargetChange> changes) =>
        changes.OrderBy(Step).ThenBy(change => change.Path, StringComparer.Ordinal);

    /// <summary>Which changes may be made at once: those of one step. A step begins when the one before it is done.</summary>
    /// <param name="change">One of them.</param>
    public static int Step(TargetChange change) => (change.Kind, change.Role) switch
    {
        (ChangeKind.LeaveAlone, _) => 0,
        (ChangeKind.Add, FileRole.Picture) => 1,
        (ChangeKind.Replace, FileRole.Picture) => 2,
        (ChangeKind.Add or ChangeKind.Replace, FileRole.List) => 3,
        (ChangeKind.Remove, FileRole.List) => 4,
        _ => 5,
    };

    private static TargetChange? Compare(string owner, WantedFile file, LeftFile? left, long? lying, bool takesOver)
    {
        TargetChange Change(ChangeKind kind, string reason = "") => new(kind, file.Path, file.Role, file, reason);
        if (lying is not { } bytes)
            return Change(ChangeKind.Add);
        // Two destinations that want one path would take it from each other for ever.
        if (left is not null && left.Owner != owner)
            return Change(ChangeKind.LeaveAlone, "A file of another destination lies there.");
        var stands = left is null ? "Somebody else's file lies there."
            : left.Bytes != bytes ? "Somebody changed it since it was published."
            : "";
        return stands.Length > 0 ? Change(takesOver ? ChangeKind.Replace : ChangeKind.LeaveAlone, takesOver ? "" : stands)
            : left!.Sha256 == file.Sha256 ? null
            : Change(ChangeKind.Replace);
    }

    private static long? Length(IReadOnlyDictionary<string, long> lying, string path) =>
        lying.TryGetValue(path, out var bytes) ? bytes : null;
}
