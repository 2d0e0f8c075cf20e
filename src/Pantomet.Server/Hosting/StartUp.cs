using System.Net;
using System.Net.Sockets;
using Pantomet.Imaging;
using Pantomet.Rendering;
using Pantomet.Server.SiteCheck;

namespace Pantomet.Server.Hosting;

/// <summary>
/// What must be true before the first request: the address is free, the decoder is set up, the database is current, leftovers of a crash
/// are gone, the demo is there.
/// </summary>
internal static class StartUp
{
    /// <summary>Prepares the library.</summary>
    /// <param name="services">Of the application.</param>
    /// <param name="cancel">The server ends.</param>
    /// <exception cref="InvalidDataException">It cannot start; the message is a sentence for the person who started it.</exception>
    public static async Task PrepareAsync(IServiceProvider services, CancellationToken cancel)
    {
        services.GetRequiredService<FolderLock>().Take();
        services.GetRequiredService<ContentStore>().ClearStaged();
        services.GetRequiredService<DiskReserve>().Balance();
        VipsRuntime.RefuseVectors();
        await services.GetRequiredService<LibraryUpgrade>().DoAsync(cancel);
        await using var scope = services.CreateAsyncScope();
        // Readers and the writer do not wait for each other, and what was committed survives a crash of the process.
        var database = scope.ServiceProvider.GetRequiredService<PantometDb>();
        await database.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL;", cancel);
        await SiteCheckStart.ClearLeftAsync(database, services.GetRequiredService<DataFolder>(), cancel);
        await scope.ServiceProvider.GetRequiredService<DemoLibrary>().MakeAsync(cancel);
    }

    /// <summary>Tries the addresses before anything is made, so that a start that cannot come to anything leaves nothing behind.</summary>
    /// <param name="configuration">Names them.</param>
    /// <param name="own">Where everything is.</param>
    /// <param name="delivery">Where pictures are delivered and nothing else is: everybody may reach that.</param>
    /// <exception cref="InvalidDataException">One is taken, or is open to others without anybody having said so.</exception>
    public static void CheckAddresses(
        IConfiguration configuration, IReadOnlyList<BindingAddress> own, IReadOnlyList<BindingAddress> delivery)
    {
        DeliveryAddresses.Check(delivery, own);
        foreach (var address in delivery)
            Try(address);
        foreach (var address in own)
        {
            if (!Addresses.IsLoopback(address) && !Addresses.AreOpenToAll(configuration))
            {
                throw new InvalidDataException(
                    $"{address.Scheme}://{address.Host}:{address.Port} can be reached from other machines, and everybody there could " +
                    $"see, change and delete everything: Pantomet has no sign-in yet. " +
                    "Start it with --open-to-all if that is meant, or leave --urls away to serve this machine alone.");
            }

            Try(address);
        }
    }

    private static void Try(BindingAddress address)
    {
        if (address.Port == 0 || address.IsUnixPipe)
            return;
        try
        {
            using var listener = new TcpListener(Addresses.IpOf(address) ?? IPAddress.Loopback, address.Port);
            listener.Start();
        }
        catch (SocketException problem)
        {
            throw new InvalidDataException(
                problem.SocketErrorCode == SocketError.AddressAlreadyInUse
                    ? $"Something else listens on port {address.Port} already, perhaps another Pantomet. End that one, or take another " +
                        $"address with --urls http://127.0.0.1:5081."
                    : $"The address {address.Host}:{address.Port} cannot be listened on: {problem.Message}. Take another one with --urls.",
                problem);
        }
    }
}
