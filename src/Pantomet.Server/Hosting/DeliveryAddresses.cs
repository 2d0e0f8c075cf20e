using Pantomet.Core.Publishing;

namespace Pantomet.Server.Hosting;

/// <summary>Addresses on which pictures are delivered and nothing else is there: <c>PANTOMET_DELIVERY_URLS</c>.</summary>
internal static class DeliveryAddresses
{
    private const string Option = "delivery-urls";
    private const string Variable = "PANTOMET_DELIVERY_URLS";

    /// <summary>As they were asked for.</summary>
    /// <param name="configuration">As ASP.NET Core collected it.</param>
    public static IReadOnlyList<BindingAddress> Of(IConfiguration configuration) =>
        Addresses.Read(configuration[Option] ?? configuration[Variable] ?? "");

    /// <summary>Whether they can be told from the others; said in a sentence where they cannot.</summary>
    /// <param name="delivery">These.</param>
    /// <param name="others">Where all the rest is.</param>
    /// <exception cref="InvalidDataException">They cannot.</exception>
    public static void Check(IReadOnlyList<BindingAddress> delivery, IReadOnlyList<BindingAddress> others)
    {
        foreach (var address in delivery)
        {
            if (address.IsUnixPipe || address.Port == 0)
                throw new InvalidDataException($"An address for delivery has a port of its own, as in {Variable}=http://0.0.0.0:5090.");
            if (others.Any(other => other.Port == address.Port))
                throw new InvalidDataException(
                    $"Port {address.Port} cannot be for delivery alone: Pantomet's pages are there. Take another one in {Variable}.");
        }
    }

    /// <summary>Answers there with pictures only.</summary>
    /// <param name="app">The server.</param>
    /// <param name="delivery">Where.</param>
    public static void UseDeliveryAlone(this IApplicationBuilder app, IReadOnlyList<BindingAddress> delivery)
    {
        if (delivery.Count == 0)
            return;
        var ports = delivery.Select(address => address.Port).ToHashSet();
        app.Use(async (context, next) =>
        {
            if (ports.Contains(context.Connection.LocalPort) &&
                !DeliveryAddress.IsOne(context.Request.Path))
                await Problems.Of(
                    StatusCodes.Status404NotFound, "no-such-address", "Not found", "Pictures are delivered here, and nothing else is.")
                    .ExecuteAsync(context);
            else
                await next(context);
        });
    }
}
