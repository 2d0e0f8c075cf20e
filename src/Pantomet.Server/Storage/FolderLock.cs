namespace Pantomet.Server.Storage;

/// <summary>Holds the data folder for this server while it lives: a second one would take its half-written files for leftovers.</summary>
internal sealed class FolderLock(DataFolder folder) : IDisposable
{
    private IDisposable? held;

    /// <summary>Takes the folder.</summary>
    /// <exception cref="InvalidDataException">Another server uses it.</exception>
    public void Take() => held = folder.Lock();

    public void Dispose() => held?.Dispose();
}
