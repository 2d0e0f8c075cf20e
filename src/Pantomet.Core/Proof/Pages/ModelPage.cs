namespace Pantomet.Core.Proof.Pages;

/// <summary>Plain pages of our own, in which a picture can be looked at.</summary>
public enum ModelPage
{
    /// <summary>A text with the picture above it.</summary>
    Article,

    /// <summary>Pictures beside one another, each with a name and a price.</summary>
    ProductList,

    /// <summary>The picture with what there is to know of it at its side, or below.</summary>
    Product,

    /// <summary>The picture with text over it.</summary>
    Header,

    /// <summary>The picture beside a text.</summary>
    TwoColumns,

    /// <summary>The frame of a network or a marketplace, with what it covers and cuts off.</summary>
    Frame,

    /// <summary>The column of a letter.</summary>
    Newsletter,
}
