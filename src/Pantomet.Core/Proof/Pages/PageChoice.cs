using Pantomet.Core.Destinations;
using Pantomet.Core.Proof.Markup;

namespace Pantomet.Core.Proof.Pages;

/// <summary>Which model page suits a slot, and how many pictures it shows.</summary>
public static class PageChoice
{
    // A laptop's window; what is nearly as wide as that is a header, what is not half as wide one of many.
    private const int Viewport = 1280;
    private const double HeaderShare = 0.9;
    private const double ListShare = 0.4;

    /// <summary>The page to begin with.</summary>
    /// <param name="kind">Of the destination.</param>
    /// <param name="picture">In the slot.</param>
    public static ModelPage For(DestinationKind kind, PagePicture picture) => kind switch
    {
        DestinationKind.Site => (ShownWidth.At(picture, Viewport) / Viewport) switch
        {
            >= HeaderShare => ModelPage.Header,
            <= ListShare => ModelPage.ProductList,
            _ => ModelPage.Article,
        },
        DestinationKind.Newsletter => ModelPage.Newsletter,
        _ => ModelPage.Frame,
    };

    /// <summary>How many pictures a page has room for.</summary>
    /// <param name="page">Which one.</param>
    public static int Pictures(ModelPage page) => page switch
    {
        ModelPage.ProductList => 8,
        ModelPage.Newsletter => 2,
        _ => 1,
    };
}
