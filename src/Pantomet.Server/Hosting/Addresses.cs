using System.Net;

namespace Pantomet.Server.Hosting;

/// <summary>The addresses that the server listens on.</summary>
internal static class Addresses
{
    /// <summary>As they were asked for.</summary>
    public static IReadOnlyList<BindingAddress> Of(IConfiguration configuration) =>
        Read(configuration["urls"] ?? configuration["PANTOMET_URLS"] ?? "");

    /// <summary>Reads several, with semicolons between them.</summary>
    /// <param name="text">As in <c>--urls</c>.</param>
    public static IReadOnlyList<BindingAddress> Read(string text) =>
        [.. text.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Select(BindingAddress.Parse)];

    /// <summary>Whether somebody said that everybody who reaches it may use it.</summary>
    public static bool AreOpenToAll(IConfiguration configuration) =>
        configuration["open-to-all"] is { } said && !said.Equals("false", StringComparison.OrdinalIgnoreCase);

    /// <summary>Whether only this machine reaches an address.</summary>
    public static bool IsLoopback(BindingAddress address) =>
        address.IsUnixPipe || address.Host.Equals("localhost", StringComparison.OrdinalIgnoreCase) ||
            (IpOf(address) is { } ip && IPAddress.IsLoopback(ip));

    /// <summary>The number of an address; null where it is a name.</summary>
    public static IPAddress? IpOf(BindingAddress address) =>
        address.Host is "*" or "+" ? IPAddress.Any : IPAddress.TryParse(address.Host.Trim('[', ']'), out var ip) ? ip : null;
}
