using Spolium.Core.Chemistry;
using Spolium.Core.Methods;

namespace Spolium.Server.Books;

/// <summary>Words of the books.</summary>
internal static class BooksWords
{
    public static string NameOf(string element) => Elements.Of(element).Name;

    public static string MethodWords(string method) => MethodCatalogue.Find(method)?.Title ?? method;

    public static string CauseWords(string cause) =>
        cause switch
        {
            "filter" => "held by filters",
            "wash" => "gone with washes",
            "liquor" => "left in liquors",
            "residue" => "left in residues",
            "melt" => "slag, crucible and dust of the melt",
            "handling" => "dust and handling",
            "unaccounted" => "missing, nobody knows where",
            _ => cause,
        };

    public static string PlaceWords(string place) =>
        place switch
        {
            "lots" => "lots that wait",
            "at work" => "batches at work",
            "product" => "bars that came out",
            "pool" => "tub and stock pot",
            "filter" => "filters",
            "wash" => "washes",
            "liquor" => "liquors",
            "residue" => "residues",
            "melt" => "slag and crucibles",
            "handling" => "dust",
            _ => place,
        };
}
