namespace Pantomet.Core.Publishing;

/// <summary>What is done at one path of a target.</summary>
public enum ChangeKind
{
    /// <summary>Nothing lies there yet.</summary>
    Add,

    /// <summary>Another file lies there, which is kept aside.</summary>
    Replace,

    /// <summary>What lies there is wanted no more; it is kept aside.</summary>
    Remove,

    /// <summary>What lies there is somebody else's.</summary>
    LeaveAlone,
}

/// <summary>What a file is to those who read a target.</summary>
public enum FileRole
{
    /// <summary>A picture.</summary>
    Picture,

    /// <summary>It names pictures: the manifest, markup.</summary>
    List,
}

/// <summary>A file as it should lie on a target.</summary>
/// <param name="Path">From the target's root, with forward slashes.</param>
/// <param name="Sha256">Of its bytes.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Role">What it is to those who read the target.</param>
public sealed record WantedFile(string Path, string Sha256, long Bytes, FileRole Role);

/// <summary>A file as it was last left on a target.</summary>
/// <param name="Sha256">Of its bytes.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Role">What it is to those who read the target.</param>
/// <param name="Owner">Whose it is: two destinations may want one path.</param>
public sealed record LeftFile(string Sha256, long Bytes, FileRole Role, string Owner);

/// <summary>What is to be done at one path.</summary>
/// <param name="Kind">What.</param>
/// <param name="Path">Where.</param>
/// <param name="Role">What the file is to those who read the target.</param>
/// <param name="Wanted">What is to lie there; null for nothing.</param>
/// <param name="Reason">Why it is left alone; empty otherwise.</param>
public sealed record TargetChange(ChangeKind Kind, string Path, FileRole Role, WantedFile? Wanted, string Reason = "");
