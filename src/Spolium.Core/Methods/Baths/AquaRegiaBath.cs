using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Reference;
using Spolium.Core.Safety;

namespace Spolium.Core.Methods.Baths;

/// <summary>What brings the nitrate into an aqua regia: the acid, or a salt that frees it with hydrochloric acid.</summary>
/// <param name="Nitrates">Nitrates in a formula.</param>
/// <param name="IsAcid">False for a salt: then hydrochloric acid must bring the proton too, one more to each nitrate.</param>
/// <param name="Premixed">All poured at once, three volumes of hydrochloric acid to one.</param>
internal sealed record NitrateSource(string Formula, int Nitrates, bool IsAcid, bool Premixed);

/// <summary>
/// Au + HNO3 + 4 HCl → HAuCl4 + NO + 2 H2O; base metals are counted (3 Cu + 2 HNO3 + 6 HCl → 3 CuCl2 + 2 NO + 4 H2O). The nitric acid left
/// is followed portion by portion (precise rules 2.2, 2.4). What aqua regia from acid and from nitrate salts share.
/// </summary>
internal static class AquaRegiaBath
{
    public static readonly IReadOnlyList<OptionSpec> Options =
    [
        Cover.Option,
        Cover.Warmth,
        DissolveTime.Form,
        DissolveTime.Thickness,
        CoverVolume.Option,
    ];

    public static StepPlan Plan(
        IMethod method,
        NitrateSource source,
        Charge charge,
        StepOptions options,
        Shop shop,
        Facts facts,
        Draws draws,
        IReadOnlyList<Refusal?> objections
    )
    {
        if (Objections.To(charge, Duty.Acid, [.. objections, .. Refusals(charge)]) is { Length: > 0 } why)
            return StepPlan.Refuse(method, charge, why);

        var nitric = shop.Of(source.Formula);
        Working NitrateIn(Working grams) =>
            source.Nitrates == 1 ? nitric.MolesIn(grams, draws) : nitric.MolesIn(grams, draws) * source.Nitrates;
        var muriatic = shop.Of("HCl");
        var undissolved = draws.Prior("gold-undissolved");
        var metals = charge
            .Moles.Where(m => Species.IsMetal(m.Key) && MetalInAcid.Find(m.Key.Formula, true) is not null)
            .Select(m =>
                (
                    Row: MetalInAcid.Find(m.Key.Formula, true)!,
                    Moles: (m.Key == Species.Gold ? m.Value * (Working.Exact(1) - undissolved) : m.Value).Named(
                        $"{Elements.Of(m.Key.Formula).Name} to dissolve"
                    )
                )
            )
            .Select(m => (m.Row, m.Moles, ByHcl: HclAlone(m.Row, m.Moles, draws)))
            .ToList();

        var lambda = Cover.LossPerHour(options, draws);
        var factor = draws.Prior(source.Premixed ? "premixed-nitric-factor" : "aqua-nitric-factor");
        var hours = DissolveTime.Hours(
            options,
            source.Premixed ? "au-aqua-regia" : "au-aqua-regia-lean",
            double.Parse(options.Text("temperature"), System.Globalization.CultureInfo.InvariantCulture),
            factor.Likely,
            "gold-hours",
            draws
        );
        if (!source.IsAcid)
            hours = (hours * draws.Prior("nitrate-salt-slower")).Named("hours to dissolve, slower than with the acid");
        var before = charge.Of(Species.Nitrate).Named("nitrate that came with the foils");
        var returnedByCover = Cover.Returned(options, draws);
        var ended = facts.Closed || facts.Saw("no-metal-left");
        var standing = lambda * hours / 2;

        var wanted = Reduced(metals);
        var drivenOff = (standing * (factor - Working.Exact(1)) * ResidualNitric.Kept(wanted, returnedByCover)).Named(
            "nitric acid that heat drives off"
        );
        var nitrate = ResidualNitric.Dose(wanted, returnedByCover, factor, drivenOff);
        var need = (
            Molar.Grams(source.Nitrates == 1 ? nitrate : nitrate / source.Nitrates, source.Formula) / nitric.StrengthIn(draws)
        ).Named($"{nitric.Name} to pour");
        var atOnce = source.Premixed
            ? DosePlan.Decided(
                "nitric",
                nitric.Label,
                nitric,
                need,
                need,
                facts,
                "all at once, mixed: three volumes of hydrochloric acid to one"
            )
            : null;
        var grams = atOnce?.Grams ?? DosePlan.BySign("nitric", need, facts, ended);

        // Hydrochloric acid is decided beforehand: in a world where it falls short, that share of the metal stays.
        var (hcl, hclTaken) = Hydrochloric(
            metals.Select(m => (m.Row, m.Moles)).ToList(),
            drivenOff,
            source.IsAcid ? Working.Zero(Dimension.Substance) : NitrateIn(grams).Named("proton for the nitrate of the salt"),
            CoverVolume.Of(charge, options, draws),
            muriatic,
            nitric.Volume(need),
            source.Premixed,
            facts,
            draws
        );
        // Nitrate that came as a salt brings no proton of its own: it takes one from the hydrochloric acid.
        var forSaltThatCame = Working
            .Least(wanted, Working.AtLeastZero(before - charge.Of(Species.Proton)))
            .Named("proton for nitrate that came as a salt");
        var enough = Working
            .Least(
                Working.Exact(1),
                Working.Share(Working.AtLeastZero(muriatic.MolesIn(hcl.Grams, draws) - forSaltThatCame), Working.AtLeastZero(hclTaken))
            )
            .Named("share that the hydrochloric acid suffices for");
        if (enough.Amount.ShareWhere(e => e < 1) > 0 || enough.Likely < 1)
            metals = [.. metals.Select(m => (m.Row, m.Moles * enough, m.ByHcl * enough))];
        var reduced = Reduced(metals);
        var returned = facts.Saw("no-metal-left")
            ? RaisedToDissolveAll(returnedByCover, before, reduced, NitrateIn(DosePlan.Logged("nitric", facts)))
            : returnedByCover;

        // Portion by portion: what was logged with its own waiting time, then what is still planned.
        var left = before;
        var stillToReduce = reduced;
        var lost = Working.Zero(Dimension.Substance);
        void Portion(Working added, Working wait)
        {
            var kept = Working.Exact(1) - returned;
            var now = Working.Least(stillToReduce, (left + added) / kept);
            var next = ResidualNitric.AfterPortion(left, added, now, returned, wait);
            lost += left + added - ResidualNitric.Kept(now, returned) - next;
            stillToReduce -= now;
            left = next;
        }
        var logged = facts.Of("nitric");
        for (var k = 0; k < logged.Count; k++)
        {
            var until = k + 1 < logged.Count ? logged[k + 1].OccurredAt : facts.AsOf ?? logged[k].OccurredAt;
            var wait = Math.Clamp((until - logged[k].OccurredAt).TotalHours, 0, 24);
            var portion = NitrateIn(Working.Given(logged[k].Grams, Dimension.Mass, $"portion {k + 1}", "logged"))
                .Named($"nitric acid of portion {k + 1}");
            Portion(
                portion,
                wait == 0 ? Working.Exact(0) : lambda * Working.Given(wait, Dimension.Time, $"hours after portion {k + 1}", "logged")
            );
        }
        if (!ended)
        {
            var planned = logged.Count == 0 ? grams : Working.AtLeastZero(grams - DosePlan.Logged("nitric", facts));
            Portion(NitrateIn(planned).Named(logged.Count == 0 ? "nitric acid poured" : "nitric acid still to pour"), standing);
        }
        var vessel = charge.Pour(hcl, draws);
        var silver = charge.Of(new("Ag+", Phase.Aqueous));
        if (!Working.IsNothing(silver))
            (vessel, _) = vessel.React(SilverChlorideReactions.Falls, silver);
        vessel = nitric.PourInto(vessel, grams, draws);
        var done = Working.Share(reduced - stillToReduce, reduced);
        var partly = done.Amount.ShareWhere(d => d < 1 - 1e-9) > 0 || done.Likely < 1 - 1e-9;
        var heats = new List<Working?>();
        // Hydrochloric acid alone comes first: later, nitric acid may for a moment take more protons than are there yet.
        foreach (var (row, _, byHcl) in metals.Where(m => m.Row.HclAlone is not null && !Working.IsNothing(m.ByHcl)))
        {
            (vessel, var a) = vessel.React(row.HclAlone!, row.HclAlone!.Extent(byHcl, row.Element));
            heats.Add(Heat.Of(row.HclAlone!, a, $"heat of the {Elements.Of(row.Element).Name}, by hydrochloric acid"));
        }
        foreach (var (row, moles, byHcl) in metals)
        {
            if (row.ThenOxidised is { } oxidised && !Working.IsNothing(byHcl))
            {
                (vessel, var o) = vessel.React(oxidised, oxidised.Extent(Part(byHcl), LowerSalt(row)), Species.Proton, Species.Nitrate);
                heats.Add(Heat.Of(oxidised, o, $"heat of the {Elements.Of(row.Element).Name}, oxidised"));
            }
            (vessel, var extent) = vessel.React(
                row.AquaRegia,
                row.AquaRegia.Extent(Part(moles - byHcl), row.Element),
                Species.Proton,
                Species.Nitrate
            );
            heats.Add(Heat.Of(row.AquaRegia, extent, $"heat of the {Elements.Of(row.Element).Name}"));
        }
        Working Part(Working moles) => partly ? moles * done : moles;
        var no = vessel.Of(new("NO", Phase.Gas)).Named("NO made");
        var hydrogen = vessel.Of(new("H2", Phase.Gas));
        (vessel, _) = vessel.React(
            ResidualNitric.NoReturned,
            ResidualNitric.NoReturned.Extent(no * returned, "NO"),
            new Species("O2", Phase.Gas)
        );
        (vessel, var driven) = vessel.React(ResidualNitric.DrivenOff, lost, Species.Nitrate);
        if (driven != lost)
            left += lost - driven;
        var (gasGone, liquor) = vessel.LetGasGo();
        left = left.Named("nitric acid left, in mol");
        liquor = liquor.Told(Species.Nitrate, left);

        var heat = Heat.Sum(heats, "heat of dissolving");
        var liquid = liquor.LiquorVolume(draws);
        var chlorine = gasGone.Of(new("Cl2", Phase.Gas));
        var gas = Molar.GasVolume(no + chlorine * 2).Named("gas made");
        var portions = Portions.For(
            "aqua",
            gas,
            heat is null ? Working.Zero(Dimension.Temperature) : Heat.Warming(heat, liquor),
            liquid,
            shop.Vessels,
            draws
        );
        var portionTime = draws.Prior("rung-aqua");
        var attended = (draws.Prior("set-up") + portions.Count * portionTime).Named("hours with hands on");
        var goldIn = liquor.Element("Au") - liquor.Grams(Species.Gold);

        return new(
            method.Id,
            method.Version,
            method.Title,
            method.Verb,
            method.Stage,
            source.Premixed ? "Mix three volumes of hydrochloric acid with one of nitric, pour it over at once, warm"
                : source.IsAcid ? "Hydrochloric acid first, then nitric acid in portions, warm"
                : "Hydrochloric acid and the first nitrate cold, then warm it, more nitrate in portions",
            [],
            [
                hcl,
                atOnce
                    ?? new(
                        "nitric",
                        nitric.Label,
                        nitric,
                        grams.Named($"{nitric.Name} from the bottle"),
                        nitric.Volume(grams),
                        Ladder.Build(nitric, need.Range.Low, need.Range.High, portions.Whole, shop.BalanceStepG, logged, ended),
                        null,
                        "in portions, each after the last has gone quiet"
                    ),
            ],
            portions.Vessel,
            portions.Count,
            [
                new(
                    "NO",
                    Molar.GasVolume(no).Named("NO made"),
                    Molar.GasVolume(no * (Working.Exact(1) - returned)).Named("NO that leaves"),
                    GasHazard.Of("NO").Note
                ),
                new(
                    "Cl2",
                    Molar.GasVolume(chlorine).Named("Cl₂ made"),
                    Molar.GasVolume(chlorine).Named("Cl₂ that leaves"),
                    "with as much NOCl, driven off by heat"
                ),
                .. Working.IsNothing(hydrogen)
                    ? Array.Empty<GasMade>()
                    :
                    [
                        new GasMade(
                            "H2",
                            Molar.GasVolume(hydrogen).Named("H₂ made"),
                            Molar.GasVolume(hydrogen).Named("H₂ that leaves"),
                            GasHazard.Of("H2").Note
                        ),
                    ],
            ],
            heat,
            [
                $"{options.Text("temperature")} °C, stirred",
                "hydrochloric acid first",
                "the next portion only when the last has gone quiet and it is warm",
            ],
            [
                new(
                    "no-metal-left",
                    "no metal grit under the rod, no bubbles after stirring and warming",
                    "no bubbles alone: the acid may be spent, the metal crusted, or it is cold"
                ),
                new(
                    "quiet-after-more",
                    "one more small portion, warm and stirred, stays quiet",
                    "a missing answer with metal in sight is a crust, or hydrochloric acid has run out"
                ),
                new(
                    "air-colourless",
                    "the air above the liquor colourless for five minutes",
                    "says that gas has ended, not that all is dissolved"
                ),
            ],
            true,
            attended,
            Working.AtLeastZero(hours - portions.Count * portionTime).Named("hours by itself"),
            [new("gold-liquor", "gold liquor", true, liquor)],
            gasGone,
            [
                goldIn.Named("gold in solution (inferred, not seen)"),
                Molar.Grams(left, "HNO3").Named("nitric acid not yet used"),
                reduced,
                liquid,
            ],
            [
                new(CautionLevel.Stop, "Brown and green gas: NO₂, NOCl, Cl₂. Hood or outdoors, upwind. Never closed, never stored."),
                new(CautionLevel.Look, GasHazard.ActsLateLine),
                .. source.Premixed
                    ?
                    [
                        new Caution(
                            CautionLevel.Look,
                            "Premixed and poured at once it leaves much nitric acid over: more to destroy afterwards; what stands loses "
                                + "chlorine."
                        ),
                    ]
                    : Array.Empty<Caution>(),
                .. source.IsAcid
                    ? Array.Empty<Caution>()
                    : [new Caution(CautionLevel.Look, "Nitrate before heat: salt thrown into hot acid boils over.")],
                new(CautionLevel.Look, "A second tray under the glass."),
            ],
            "When it has gone quiet: cover with the watch glass, off the heat, in the hood. Never stopper it.",
            "If it foams now: off the heat, no more nitric, a squirt of cold water from arm's length.",
            [.. metals.Select(m => m.Row.AquaRegia), ResidualNitric.DrivenOff]
        )
        {
            HottestC = double.Parse(options.Text("temperature"), System.Globalization.CultureInfo.InvariantCulture),
            LearnsFrom = !facts.Saw("no-metal-left") || logged.Count == 0 || source.Premixed ? [] : [new("nitric", need, logged)],
        };
    }

    // R: nitrate that the metals reduce; what hydrochloric acid takes by itself needs none, or only what oxidises its lower state.
    private static Working Reduced(List<(MetalInAcid Row, Working Moles, Working ByHcl)> metals)
    {
        var withNitric = AcidUse.InAquaRegia(metals.Select(m => (m.Row.State, m.Moles - m.ByHcl)));
        var after = metals
            .Where(m => m.Row.ThenOxidised is not null)
            .Select(m => m.Row.ThenOxidised!.Need(m.ByHcl, LowerSalt(m.Row), "HNO3"));
        return Working.Sum(after.Prepend(withNitric.Reduced), Dimension.Substance).Named("nitrate that the metals reduce");
    }

    private static IEnumerable<Refusal?> Refusals(Charge charge)
    {
        var metals = charge.Moles.Where(m => Species.IsMetal(m.Key)).Sum(m => charge.Grams(m.Key).Likely);
        yield return Objections.When(metals <= 0, "there is no metal to dissolve", "choose the holding that has the foils or the powder");
        yield return SilverCrust(charge, metals);
        yield return Platinum(charge, metals);
    }

    /// <summary>Platinum metals above 1 % go into solution with the gold and stay there.</summary>
    public static Refusal? Platinum(Charge charge, double metals)
    {
        var share = Constants.Get("platinum-above").Likely;
        return Objections.When(
            metals > 0 && (charge.Element("Pt").Likely > share * metals || charge.Element("Pd").Likely > share * metals),
            "platinum or palladium above 1 %: the rest of this way would leave them in the barren liquor",
            "this way is for gold; keep the lot for the platinum way"
        );
    }

    /// <summary>Silver above 8 % of the metal stops every bath that has chloride.</summary>
    public static Refusal? SilverCrust(Charge charge, double metals) =>
        Objections.When(
            metals > 0 && charge.Grams(new("Ag", Phase.Solid)).Likely > Constants.Get("silver-crust-above").Likely * metals,
            "silver above 8 % of the metal grows a crust of silver chloride that stops it",
            "inquart and part in nitric acid, or strip the silver first"
        );

    // Share that hydrochloric acid takes before nitric comes in, drawn for each metal.
    private static Working HclAlone(MetalInAcid row, Working moles, Draws draws)
    {
        var likely = row.HclAloneShare;
        if (likely == 0)
            return Working.Zero(Dimension.Substance);
        var share = Working.Given(
            draws.Spread("by HCl alone " + row.State, new(0.5 * likely, likely, Math.Min(1, 1.5 * likely)), Spread.Fraction),
            Dimension.None,
            $"share of the {Elements.Of(row.Element).Name} that hydrochloric acid takes alone",
            row.Source
        );
        return moles * share;
    }

    private static string LowerSalt(MetalInAcid row) => row.ThenOxidised!.Equation.Left[0].Formula.Text;

    // "No metal left" is a bound: where the poured acid would not have sufficed, more of it must have come back under the cover.
    private static Working RaisedToDissolveAll(Working returned, Working before, Working reduced, Working poured) =>
        Working
            .Greatest(returned, Working.Exact(1) - Working.Share(before + poured, reduced))
            .Named("share that came back (raised where the acid would not have sufficed: no metal is left)");

    // The larger of the practice excess and the free chloride wanted at the end (precise rules 2.2), as one pour.
    private static (Dose Dose, Working Taken) Hydrochloric(
        List<(MetalInAcid Row, Working Moles)> metals,
        Working drivenOff,
        Working forSalt,
        Working cover,
        Bottle bottle,
        Working? nitricMl,
        bool premixed,
        Facts facts,
        Draws draws
    )
    {
        var taken = AcidUse.InAquaRegia(metals.Select(m => (m.Row.State, m.Moles)));
        Working Of(bool noble) =>
            Working
                .Sum(
                    metals.Where(m => m.Row.IsNoble == noble).Select(m => m.Row.AquaRegia.Need(m.Moles, m.Row.Element, "HCl")),
                    Dimension.Substance
                )
                .Named(noble ? "hydrochloric acid for the noble metal" : "hydrochloric acid for the base metal");
        var practice = (
            draws.Prior("aqua-hcl-factor") * Of(true) + Constants.Get("base-hcl-factor") * Of(false) + 3 * drivenOff + forSalt
        ).Named("by practice");
        var bound = Working
            .Sum(
                metals.Where(m => m.Row.IsNoble || m.Row.State == "Sn").Select(m => m.Row.AquaRegia.Need(m.Moles, m.Row.Element, "HCl")),
                Dimension.Substance
            )
            .Named("chloride bound in the noble metal's salt");
        var wanted = Constants.Get("free-chloride");
        var mlPerMole =
            Molar.Mass("HCl")
            / bottle.StrengthIn(draws)
            / Working.Given(bottle.DensityGPerMl ?? 1, Dimension.Density, $"density of {bottle.Id}", "typed on the bottle");
        // n = bound + c (V of the nitric + n v)  →  n = (bound + c V) / (1 − c v)
        var forFree = ((bound + wanted * (nitricMl ?? Working.Zero(Dimension.Volume))) / (Working.Exact(1) - wanted * mlPerMole)).Named(
            "for free chloride at the end"
        );
        if (!Working.IsNothing(cover))
            forFree = Working.Greatest(
                forFree,
                (Working.AtLeastZero(cover - (nitricMl ?? Working.Zero(Dimension.Volume))) / mlPerMole).Named("to cover the feed")
            );
        Working Grams(Working moles) => Molar.Grams(moles, "HCl") / bottle.StrengthIn(draws);
        var least = taken.Hcl + 3 * drivenOff + forSalt;
        if (premixed && nitricMl is not null)
            forFree = Working.Greatest(forFree, (3 * nitricMl / mlPerMole).Named("three volumes to one of nitric acid"));
        return (
            DosePlan.Decided(
                "hcl",
                bottle.Label,
                bottle,
                Grams(Working.Greatest(practice, forFree)),
                Grams(least),
                facts,
                "all of it, before the nitric acid"
            ),
            least
        );
    }
}
