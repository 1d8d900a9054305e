namespace Spolium.Core.Methods.Baths;

/// <summary>
/// Metal in plain nitric acid, with water cut in or not: 3 M + 8 HNO3 → 3 M(NO3)2 + 2 NO + 4 H2O and its NO2 way side by side (precise
/// rules 2.2, 2.3). What strip and parting share. What heat drives off plain nitric acid is under half a per cent and lies inside F.
/// </summary>
/// <param name="Net">Acid that the metal takes, less what comes back, mol.</param>
/// <param name="No2Share">Share of the metal that goes the brown way.</param>
/// <param name="Factor">Acid poured over acid needed.</param>
/// <param name="Dissolved">Grams of metal dissolved.</param>
/// <param name="Left">Share of the metal that was left when it was looked at; all of it where nobody has looked.</param>
internal sealed record NitricBath(
    Working Net,
    Working No2Share,
    Working Factor,
    Working Dissolved,
    Working Left,
    IReadOnlyList<Reaction> Equations
)
{
    private static readonly Reaction ZincToAmmonium = Reaction.Of("Zn + HNO3 = Zn(NO3)2 + NH4NO3 + H2O");

    public static readonly OptionSpec Water = new(
        "water",
        "Water to one volume of acid",
        "1",
        [],
        0,
        5,
        "volumes",
        "Cut 1 : 1 the acid makes less brown gas and goes further. 0 pours it undiluted."
    );

    /// <summary>Options of the bath, whatever it dissolves.</summary>
    public static readonly IReadOnlyList<OptionSpec> Options =
    [
        Cover.Option,
        Water,
        DissolveTime.Form,
        DissolveTime.Thickness,
        CoverVolume.Option,
        CoverVolume.With,
    ];

    public static readonly IReadOnlyList<Lesson> Lessons =
    [
        new("nitric-factor", Seen.Dose, "nitric"),
        new("nitric-factor-undiluted", Seen.Dose, "nitric"),
    ];

    /// <summary>Doses "water" and "nitric", dissolving, brown gas partly back under the cover, gas gone.</summary>
    /// <param name="metals">Moles to dissolve by metal.</param>
    /// <param name="doneSigns">Signs that together say that no metal is left.</param>
    public static NitricBath Run(StepWork work, Shop shop, IReadOnlyList<(string Metal, Working Moles)> metals, string[] doneSigns)
    {
        var (draws, options, facts) = (work.Draws, work.Options, work.Facts);
        var acid = shop.Of("HNO3");
        var feed = work.Vessel;

        // Zinc in part reduces nitrate as far as ammonium.
        var zincSideways = metals
            .Where(m => m.Metal == "Zn")
            .Select(m => (m.Moles * draws.Prior("zinc-ammonium")).Named("zinc that makes ammonium"))
            .FirstOrDefault()
            ?? Working.Zero(Dimension.Substance);
        var straight = metals
            .Select(m => (m.Metal, Moles: m.Metal == "Zn" ? (m.Moles - zincSideways).Named("zinc that makes no ammonium") : m.Moles))
            .ToList();

        var byCover = Cover.Returned(options, draws);
        var waterRatio = options.Number("water");
        var factor = draws.Prior(waterRatio > 0 ? "nitric-factor" : "nitric-factor-undiluted");
        var strength = acid.StrengthIn(draws);
        var electrons = Working.Sum(straight.Select(m => Electrons(m.Metal, m.Moles)), Dimension.Substance);

        // The water is a dose of its own: as many volumes as the acid is expected to have, poured first.
        var acidWithoutBrown =
            factor * Taken(straight, zincSideways, Working.Exact(0)).Net(byCover).Named("nitric acid needed, all by the NO way");
        var acidVolume = acid.Volume(Molar.Grams(acidWithoutBrown, "HNO3") / strength)!;
        var cover = CoverVolume.Of(feed, options, draws);
        var waterVolume = acidVolume * waterRatio;
        var missing = Working.IsNothing(cover)
            ? cover
            : Working.AtLeastZero(cover - acidVolume - waterVolume).Named("what is missing to cover the feed");
        var moreAcid = options.Text("make-up") == "acid" ? missing : Working.Zero(Dimension.Volume);
        var waterFirst =
            waterRatio > 0 || !Working.IsNothing(missing) && Working.IsNothing(moreAcid)
                ? work.Water(
                    "water",
                    "water to cut the acid",
                    Working.IsNothing(moreAcid) && !Working.IsNothing(missing) ? waterVolume + missing : waterVolume,
                    "first, over the metal: acid goes into water"
                ).Grams
                : Working.Zero(Dimension.Mass);

        var x = Chemistry.No2Share.Mean(
            electrons,
            waterFirst,
            strength,
            factor,
            byCover,
            PouredShares(facts),
            draws.Prior("no2-share-shift")
        );
        var taken = Taken(straight, zincSideways, x);
        var seen = Progress.Of(facts, "nitric", Working.Sum(metals.Select(m => Molar.Grams(m.Moles, m.Metal)), Dimension.Mass), draws);
        // What is left of the metal tells what all of it takes, and how much comes back.
        var byLeft = seen?.ForAll(acid.MolesIn(seen.Poured, draws)).Named("nitric acid in all, by the metal that is left");
        if (byLeft is not null)
            byCover = Working
                .Least(Working.Exact(1), Working.AtLeastZero(Working.Share(taken.Acid - byLeft, taken.Reduced)))
                .Named("share that came back, by the metal that is left");
        var needed = byLeft
            ?? (factor * taken.Net(byCover).Named("nitric acid that the metal takes, less what comes back")).Named(
                "nitric acid, with some to spare"
            );
        var pure = Molar.Grams(needed, "HNO3");
        if (!Working.IsNothing(moreAcid))
            pure = pure + (moreAcid * acid.Density() * strength).Named("nitric acid more, to cover the feed");
        var pouredMoles = work.BySign("nitric", "HNO3", pure, "in portions, each after the last has gone quiet", doneSigns);

        // Share of the metal that this much acid dissolves: all of it, unless the dose ended short. Where all signs say that no metal is
        // left, more of the acid came back where it would not have sufficed.
        var returned = facts.Saw(doneSigns)
            ? Working
                .Least(Working.Exact(1), Working.Greatest(byCover, Working.Share(taken.Acid - pouredMoles, taken.Reduced)))
                .Named("share that came back (raised where the acid would not have sufficed: no metal is left)")
            : byCover;
        var net = byLeft ?? taken.Net(returned).Named("nitric acid that the metal takes, less what comes back");
        var done = Working.Least(Working.Exact(1), Working.Share(pouredMoles, net));
        var isShort = done.Amount.ShareWhere(d => d < 1 - 1e-9) > 0 || done.Likely < 1 - 1e-9;
        Working Done(Working moles) => isShort ? moles * done : moles;

        foreach (var (metal, moles) in straight)
        {
            var row = MetalInAcid.Find(metal, false)!;
            // For the moment acid may run short: what comes back under the cover is counted below.
            foreach (var (reaction, part) in new[] { (row.NitricByNo!, moles - moles * x), (row.NitricByNo2!, moles * x) })
                work.React(reaction, Done(part), metal, Species.Proton, Species.Nitrate);
        }
        work.React(ZincToAmmonium, Done(zincSideways), "Zn", Species.Proton, Species.Nitrate);
        work.ReturnUnderCover(returned);
        work.LetGasGo();
        var dissolved = Working.Sum(
            straight.Select(m => Molar.Grams(Done(m.Moles), m.Metal)).Append(Molar.Grams(Done(zincSideways), "Zn")),
            Dimension.Mass
        );
        return new(
            net,
            x,
            factor,
            dissolved,
            seen?.Left ?? Charge.All,
            [
                .. metals.Select(m => MetalInAcid.Find(m.Metal, false)!.NitricByNo!),
                .. Working.IsNothing(zincSideways) ? Array.Empty<Reaction>() : [ZincToAmmonium],
            ]
        );
    }

    /// <summary>Metals of a charge that plain nitric acid dissolves; gold and what has no nitrate stay. Of platinum a share goes along
    /// where much silver holds it.</summary>
    public static List<(string Metal, Working Moles)> Dissolving(Charge charge, Draws draws) =>
        [
            .. charge
                .Moles.Where(m => Species.IsMetal(m.Key) && MetalInAcid.Find(m.Key.Formula, false) is { NitricByNo: not null })
                .Where(m => m.Key.Formula != "Pt" || HeldBySilver(charge))
                .Select(m => (m.Key.Formula, Takes(m.Key.Formula, m.Value, draws))),
        ];

    private static Working Takes(string metal, Working moles, Draws draws) =>
        metal switch
        {
            "Pt" => moles * draws.Prior("platinum-with-silver"),
            "Fe" => (moles * draws.Prior("iron-dissolves")).Named("iron that dissolves"),
            _ => moles,
        };

    private static bool HeldBySilver(Charge charge) =>
        charge.Grams(new("Ag", Phase.Solid)).Likely
        >= Constants.Get("platinum-dilute-in-silver").Likely * charge.Grams(new("Pt", Phase.Solid)).Likely;

    private static Working Electrons(string metal, Working moles) =>
        MetalInAcid.Find(metal, false)!.AquaRegia.Need(moles, metal, "HNO3") * 3;

    // Acid that all metals take (A) and nitrate that they reduce to gas (R), mol; zinc that makes ammonium takes acid only.
    private sealed record AcidAndGas(Working Acid, Working Reduced)
    {
        /// <summary>A − ρ R</summary>
        public Working Net(Working returned) => Acid - (returned * Reduced).Named("comes back under the cover");
    }

    private static AcidAndGas Taken(List<(string Metal, Working Moles)> metals, Working zincSideways, Working no2Share)
    {
        var taken = AcidUse.InNitric(metals, no2Share);
        var sideways = ZincToAmmonium.Need(zincSideways, "Zn", "HNO3").Named("nitric acid for zinc that makes ammonium");
        return new(Working.Sum([taken.Nitric, sideways], Dimension.Substance), taken.Reduced.Named("nitrate reduced to gas"));
    }

    // Share of the whole acid poured after each portion, for the strength of the bulk.
    private static double[] PouredShares(Facts facts)
    {
        var logged = facts.Of("nitric");
        if (logged.Count < 2 || !facts.Closed)
        {
            var n = Foaming.Of("nitric").PortionsMin;
            return [.. Enumerable.Range(1, n).Select(k => k / (double)n)];
        }
        var total = logged.Sum(p => p.Grams);
        var sum = 0.0;
        return [.. logged.Select(p => (sum += p.Grams) / total)];
    }

    /// <summary>What every bath of plain nitric acid asks of its feed: no chloride, no tin, no metal that films over.</summary>
    public static Refusal?[] Objections(Charge charge, StepOptions options, Shop shop, Draws draws) =>
        [Tin(charge), Chloride(charge, draws), Passivation.Bars(charge, shop.Of("HNO3"), options.Number("water"))];

    /// <summary>What is said at every bath of plain nitric acid: what it takes violently, and cadmium, which comes out here.</summary>
    public static IEnumerable<Caution> Cautions(Charge charge, StepOptions options, Shop shop)
    {
        foreach (var violent in Passivation.Cautions(charge, shop.Of("HNO3"), options.Number("water")))
            yield return violent;
        if (charge.Metals.Contains("Cd") || charge.Marks.Contains("cadmium"))
            yield return new(
                CautionLevel.Stop,
                "Cadmium in the charge: no dust, no heating or melting of it; its liquor is never poured away, but kept apart and handed "
                    + "over."
            );
    }

    // Chloride makes aqua regia of it.
    private static Refusal? Chloride(Charge charge, Draws draws)
    {
        var least = Constants.Get("nitric-chloride-above").Likely;
        var there = charge.Of(Species.Chloride).Range.High;
        return Methods.Objections.When(
            there > least,
            "chloride in it: silver would fall as chloride, gold would follow into solution",
            $"wash it free of chloride first: {Washing.Times(there / least, draws)} times with five times the water that it holds"
        );
    }

    private static Refusal? Tin(Charge charge) =>
        Methods.Objections.When(
            charge.Element("Sn").Likely > Constants.Get("tin-refused-above").Likely * charge.Mass().Likely,
            "tin turns to a white jelly in nitric acid that will not filter and holds gold",
            "take the tin out with hydrochloric acid first"
        );

    // The slowest of the metals that are there in bulk sets the time.
    public static string Slowest(IEnumerable<(string Metal, Working Moles)> metals)
    {
        var most = metals.MaxBy(m => m.Moles.Likely).Metal;
        return most is "Ag" ? "ag-nitric"
            : most is "Ni" ? "ni-nitric"
            : "cu-nitric";
    }

    // Base metal stays on the foils as a share of the foils' mass.
    public static Working StaysOnFoils(Working gold, List<(string Metal, Working Moles)> metals, Draws draws)
    {
        var share = draws.Prior("base-on-foils");
        var left = gold * share / (Working.Exact(1) - share);
        var all = Working.Sum(metals.Select(m => Molar.Grams(m.Moles, m.Metal)), Dimension.Mass).Named("base metal in the charge");
        return Working.Least(Working.Exact(1), Working.Share(left, all)).Named("share of the base metal that stays on the foils");
    }
}
