using Pantomet.Rendering;

namespace Pantomet.Server.Storage;

/// <summary>A little room on the disk that is kept for when it is full: the database needs some even to delete.</summary>
internal sealed class DiskReserve(DataFolder folder, ILogger<DiskReserve> log)
{
    private const int Bytes = 4_000_000;

    // What is written for one answer must fit.
    private const long MinFree = 2_000_000;

    private string Reserve => Path.Combine(folder.Root, "reserve");

    /// <summary>Whether the reserve had to be given away, and there is not yet room for it again.</summary>
    public bool IsGivenAway => !File.Exists(Reserve);

    /// <summary>Gives the room away where the disk is full, and takes it again where it is not.</summary>
    public void Balance()
    {
        var free = new DriveInfo(folder.Root).AvailableFreeSpace;
        if (free < MinFree && File.Exists(Reserve))
        {
            log.LogError("{Sentence}", DiskFull.Sentence);
            File.Delete(Reserve);
        }
        else if (free > MinFree + (2L * Bytes) && !File.Exists(Reserve))
        {
            Take();
        }
    }

    private void Take()
    {
        try
        {
            // Written, not only claimed: some file systems give room when it is written to.
            File.WriteAllBytes(Reserve, new byte[Bytes]);
        }
        catch (IOException)
        {
            File.Delete(Reserve);
        }
    }
}
