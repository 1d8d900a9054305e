namespace Spolium.Core.Chemistry;

/// <summary>What falls of a metal when its liquor is neutralised (Reference/neutral-products.csv).</summary>
/// <param name="Ion">As it stands in the liquor: "Cu2+"; "Sn4+" also for its chlorides.</param>
/// <param name="Product">Where there is carbonate.</param>
/// <param name="Hydroxide">Where there is none.</param>
/// <param name="EndLow">pH at which it is down, at best.</param>
/// <param name="WithCopper">It is down no later than copper is.</param>
public sealed record NeutralProduct(
    string Ion,
    string Product,
    string Hydroxide,
    double EndLow,
    double EndHigh,
    bool WithCopper,
    string Source
)
{
    public static readonly IReadOnlyList<NeutralProduct> All = ReferenceTable.Read(
        "neutral-products.csv",
        r => new NeutralProduct(
            r.Text("ion"),
            r.Text("product"),
            r.Text("hydroxide"),
            r.Number("end_low"),
            r.Number("end_high"),
            r.Said("with_copper") == "yes",
            r.Source
        ),
        "ion"
    );

    public string Element { get; } = Formula.Parse(Ion).Atoms.Keys.Single();

    /// <summary>Equivalents of base that a mole of it takes.</summary>
    public int Charge { get; } = Formula.Parse(Ion).Charge;

    /// <summary>Moles of carbonate that a mole of the metal keeps.</summary>
    public double Carbonate => Formula.Parse(Product).Count("C") / Formula.Parse(Product).Count(Element);

    /// <summary>Grams of what falls, dry, to a gram of the metal.</summary>
    public Working Dry(bool carbonate) => Molar.InForm(Working.Exact(1), carbonate ? Product : Hydroxide, Element) / Atoms(carbonate);

    private double Atoms(bool carbonate) => Formula.Parse(carbonate ? Product : Hydroxide).Count(Element);

    /// <summary>"Cu", "Fe3" (of iron with its charge), null where nothing is known of it.</summary>
    public static NeutralProduct? Of(string metal) =>
        All.FirstOrDefault(p => p.Element == metal && p.Ion != "Fe2+") ?? All.FirstOrDefault(p => $"{p.Element}{p.Charge}" == metal);
}

/// <summary>What is neutralised with (Reference/neutral-bases.csv).</summary>
/// <param name="Equivalents">In one formula of it.</param>
/// <param name="Carbonate">Moles of carbonate in one formula.</param>
/// <param name="Ends">pH that it cannot pass.</param>
public sealed record NeutralBase(string Formula, int Equivalents, int Carbonate, double Ends, string Source)
{
    public static readonly IReadOnlyList<NeutralBase> All = ReferenceTable.Read(
        "neutral-bases.csv",
        r => new NeutralBase(r.Text("base"), r.Whole("equivalents"), r.Whole("carbonate"), r.Number("ends"), r.Source),
        "base"
    );

    public static NeutralBase? Find(string formula) => All.FirstOrDefault(b => b.Formula == formula);

    /// <summary>Grams of it, pure, for so many equivalents.</summary>
    public Working Grams(Working equivalents) => Molar.Grams(equivalents / Working.Exact(Equivalents), Formula);
}

/// <summary>
/// Neutralising mixed acid and metals (precise rules 2.11): the charge that is there fixes the dose; what falls fixes gas and sludge alone.
/// </summary>
public static class Neutralising
{
    private static readonly IReadOnlyDictionary<string, int> Acids = ReferenceTable
        .Read("neutral-acids.csv", r => (Acid: r.Text("acid"), Equivalents: r.Whole("equivalents"), r.Source), "acid")
        .ToDictionary(r => r.Acid, r => r.Equivalents);

    /// <summary>Moles of charge that a base must bring.</summary>
    /// <param name="acids">Moles by formula.</param>
    /// <param name="metals">Moles of those that fall.</param>
    /// <exception cref="KeyNotFoundException">Nothing is known of the acid.</exception>
    public static Working Equivalents(
        IEnumerable<(string Acid, Working Moles)> acids,
        IEnumerable<(NeutralProduct Metal, Working Moles)> metals
    ) =>
        Working.Sum(
            acids.Select(a => Times(a.Moles, Acids[a.Acid])).Concat(metals.Select(m => Times(m.Moles, m.Metal.Charge))),
            Dimension.Substance
        );

    /// <summary>Moles of carbon dioxide that leave when so many equivalents of a base were taken.</summary>
    public static Working CarbonDioxide(Working equivalents, NeutralBase with, IEnumerable<(NeutralProduct Metal, Working Moles)> metals) =>
        with.Carbonate == 0
            ? Working.Zero(Dimension.Substance)
            : Working.AtLeastZero(
                equivalents * with.Carbonate / Working.Exact(with.Equivalents)
                    - Working.Sum(metals.Select(m => m.Moles * m.Metal.Carbonate), Dimension.Substance)
            );

    /// <summary>The most that may leave: what falls keeps none of it.</summary>
    public static Working MostCarbonDioxide(Working equivalents, NeutralBase with) => CarbonDioxide(equivalents, with, []);

    private static Working Times(Working moles, int n) => n == 1 ? moles : moles * n;
}
