using System.Net;
using System.Net.Sockets;

namespace Pantomet.Server.SiteCheck.Fetching;

/// <summary>Finds where a host is.</summary>
/// <param name="host">Its name.</param>
/// <param name="cancel">Nobody waits for it.</param>
internal delegate Task<IPAddress[]> HostLookup(string host, CancellationToken cancel);

/// <summary>The hosts that a person has named: nothing is asked of any other. Machines of a private network are asked only where they are
/// named by their addresses.</summary>
internal sealed class NamedHosts(IReadOnlyList<Uri> addresses, HostLookup lookup)
{
    private readonly HashSet<(string Host, int Port)> named = [.. addresses.Select(address => (address.IdnHost, address.Port))];

    /// <summary>Whether something may be asked of the host of an address.</summary>
    /// <param name="address">Any.</param>
    public bool Contain(Uri address) =>
        address.Scheme is "http" or "https" && address.UserInfo.Length == 0 && named.Contains((address.IdnHost, address.Port));

    /// <summary>Connects to a named host: to the very machine that was looked up and found to be public.</summary>
    /// <remarks>Between a look and a connection that looks again, a name could be moved to a private machine.</remarks>
    /// <param name="host">Name and port.</param>
    /// <param name="cancel">Nobody waits for it.</param>
    /// <exception cref="HttpRequestException">It is private, or does not answer.</exception>
    public async Task<Stream> ConnectAsync(DnsEndPoint host, CancellationToken cancel)
    {
        var found = IPAddress.TryParse(host.Host.Trim('[', ']'), out var literal) ? [literal] : await lookup(host.Host, cancel);
        var isNamedAsPrivate = literal is not null || host.Host.Equals("localhost", StringComparison.OrdinalIgnoreCase);
        if (found.Length == 0)
            throw new HttpRequestException($"{host.Host} is not known.");
        if (!isNamedAsPrivate && Array.Exists(found, IsPrivate))
            throw new HttpRequestException(
                $"{host.Host} is a machine of a private network. Name it by its address (http://192.0.2.7/) if that is meant.");
        var socket = new Socket(SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
        try
        {
            await socket.ConnectAsync(found, host.Port, cancel);
            return new NetworkStream(socket, ownsSocket: true);
        }
        catch
        {
            socket.Dispose();
            throw;
        }
    }

    /// <summary>Whether an address is of this machine, of a private network, or of nobody in particular.</summary>
    /// <remarks>IANA IPv4 and IPv6 Special-Purpose Address Registries (RFC 6890).</remarks>
    /// <param name="address">Any.</param>
    public static bool IsPrivate(IPAddress address)
    {
        if (address.IsIPv4MappedToIPv6)
            address = address.MapToIPv4();
        if (IPAddress.IsLoopback(address))
            return true;
        var bytes = address.GetAddressBytes();
        if (address.AddressFamily == AddressFamily.InterNetworkV6)
        {
            // Only what is 2000::/3 is public; of that, 6to4, Teredo and documentation lead elsewhere or nowhere.
            return (bytes[0] & 0xE0) != 0x20 || (bytes[0] == 0x20 && bytes[1] == 0x02) ||
                (bytes[0] == 0x20 && bytes[1] == 0x01 && bytes[2] == 0 && bytes[3] == 0) ||
                (bytes[0] == 0x20 && bytes[1] == 0x01 && bytes[2] == 0x0D && bytes[3] == 0xB8);
        }

        return (bytes[0], bytes[1], bytes[2]) switch
        {
            (0 or 10 or 127 or >= 224, _, _) => true,
            (100, >= 64 and <= 127, _) => true,
            (169, 254, _) or (192, 168, _) => true,
            (172, >= 16 and <= 31, _) => true,
            (192, 0, 0 or 2) or (198, 51, 100) or (203, 0, 113) => true,
            (198, 18 or 19, _) => true,
            _ => false,
        };
    }
}
