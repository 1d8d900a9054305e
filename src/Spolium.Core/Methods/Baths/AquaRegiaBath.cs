using System.Globalization;

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

    /// <param name="words">As it stands in the title of a way.</param>
    /// <param name="place">Of those that do the same: which is tried first.</param>
    public static MethodCard Card(string id, int version, string title, IReadOnlyList<string> reagents, string words, int place) =>
        new()
        {
            Id = id,
            Version = version,
            Title = title,
            Verb = "dissolve",
            Stage = Stage.Dissolve,
            Outputs = [("gold-liquor", "gold liquor")],
            Reagents = reagents,
            Passages =
            [
                new(Form.Scrap, Form.GoldNitrateLiquor, words, Place: place),
                new(Form.Foils, Form.GoldNitrateLiquor, words, Place: place),
            ],
            ShowsMetalLeft = true,
            HottestC = 105,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Portion("rung-aqua")],
            Lessons = [new("aqua-nitric-factor", Seen.Dose, "nitric")],
            Signs = ["no-metal-left", "quiet-after-more", "air-colourless"],
        };

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
        if (Objections.To(charge, Duty.Chloride, [.. objections, .. ChlorideBath.Objections(charge)]) is { Length: > 0 } why)
            return StepPlan.Refuse(method, charge, why);

        var work = new StepWork(method, charge, options, shop, facts, draws) { PouredAtOnce = source.Premixed };
        var nitric = shop.Of(source.Formula);
        Working NitrateIn(Working grams) =>
            source.Nitrates == 1 ? nitric.MolesIn(grams, draws) : nitric.MolesIn(grams, draws) * source.Nitrates;
        IReadOnlyList<MetalInAquaRegia> metals =
        [
            .. ChlorideBath.Metals(charge, draws.Prior("gold-undissolved"), draws).Select(m => MetalInAquaRegia.Of(m.Row, m.Moles, draws)),
        ];
        var celsius = double.Parse(options.Text("temperature"), CultureInfo.InvariantCulture);
        var factor = draws.Prior(source.Premixed ? "premixed-nitric-factor" : "aqua-nitric-factor");
        var rate = source.Premixed ? "au-aqua-regia" : "au-aqua-regia-lean";
        var hours = DissolveTime.Hours(options, rate, celsius, factor.Likely, "gold-hours", draws);
        if (!source.IsAcid)
            hours = (hours * draws.Prior("nitrate-salt-slower")).Named("hours to dissolve, slower than with the acid");

        // What to pour.
        var lambda = Cover.LossPerHour(options, draws);
        var standing = lambda * hours / 2;
        var returnedByCover = Cover.Returned(options, draws);
        var wanted = AquaRegiaAcid.Reduced(metals);
        // What is left of the metal tells how much came back.
        var seen = Progress.Of(
            facts,
            "nitric",
            Working.Sum(metals.Select(m => Molar.Grams(m.Moles, m.Row.Element)), Dimension.Mass),
            draws
        );
        if (seen is not null)
        {
            hours = (hours * seen.Left).Named("hours to dissolve what is left");
            returnedByCover = Working
                .AtLeastZero(Working.Exact(1) - Working.Share(seen.ForAll(NitrateIn(seen.Poured) + charge.Of(Species.Nitrate)), wanted))
                .Named("share that came back, by the metal that is left");
        }
        var drivenOff = (standing * (factor - Working.Exact(1)) * ResidualNitric.Kept(wanted, returnedByCover)).Named(
            "nitric acid that heat drives off"
        );
        var nitrate = ResidualNitric.Dose(wanted, returnedByCover, factor, drivenOff);
        var pure = Molar.Grams(source.Nitrates == 1 ? nitrate : nitrate / source.Nitrates, source.Formula);
        var need = work.Measurable(nitric, (pure / nitric.StrengthIn(draws)).Named($"{nitric.Name} to pour"));
        var ended = facts.Closed || facts.Saw("no-metal-left");
        var grams = DosePlan.BySign("nitric", need, facts, ended);
        var (hcl, hclTaken) = AquaRegiaAcid.Hydrochloric(
            metals,
            drivenOff,
            source.IsAcid ? Working.Zero(Dimension.Substance) : NitrateIn(grams).Named("proton for the nitrate of the salt"),
            CoverVolume.Of(charge, options, draws),
            shop.Of("HCl"),
            nitric.Volume(need),
            source.Premixed,
            draws
        );
        var hclPoured = work.Decided(
            "hcl",
            "HCl",
            Molar.Grams(hcl, "HCl"),
            source.Premixed ? "mixed with the nitric acid: three volumes to one" : "all of it, before the nitric acid",
            Molar.Grams(hclTaken, "HCl")
        );
        // Three volumes to one whichever of both acids is wanted more.
        if (source.Premixed)
            grams = work.Decided(
                "nitric",
                source.Formula,
                Working.Greatest(
                    pure,
                    (hclPoured.Millilitres! / 3 * nitric.Density() * nitric.StrengthIn(draws)).Named(
                        "a third of the hydrochloric acid's volume"
                    )
                ),
                "one volume to three of hydrochloric acid, mixed, then over the metal",
                pure
            ).Grams;
        else
            work.BySign("nitric", source.Formula, pure, "in portions, each after the last has gone quiet", ["no-metal-left"]);

        // Hydrochloric acid is decided beforehand: in a world where it falls short, that share of the metal stays. Nitrate that came as a
        // salt brings no proton of its own: it takes one from the hydrochloric acid.
        var before = charge.Of(Species.Nitrate).Named("nitrate that came with the foils");
        var forSaltThatCame = Working
            .Least(wanted, Working.AtLeastZero(before - charge.Of(Species.Proton)))
            .Named("proton for nitrate that came as a salt");
        var enough = Working
            .Least(
                Working.Exact(1),
                Working.Share(
                    Working.AtLeastZero(shop.Of("HCl").MolesIn(hclPoured.Grams, draws) - forSaltThatCame),
                    Working.AtLeastZero(hclTaken)
                )
            )
            .Named("share that the hydrochloric acid suffices for");
        if (IsShort(enough, 1))
            metals = [.. metals.Select(m => m.Share(enough))];
        var reduced = AquaRegiaAcid.Reduced(metals);
        var returned = facts.Saw("no-metal-left")
            ? AquaRegiaAcid.RaisedToDissolveAll(returnedByCover, before, reduced, NitrateIn(DosePlan.Logged("nitric", facts)))
            : returnedByCover;

        var left = new NitrateLeft(before, reduced, returned);
        left.Logged("nitric", facts, lambda, NitrateIn);
        if (!ended)
        {
            var first = facts.Of("nitric").Count == 0;
            var planned = first ? grams : Working.AtLeastZero(grams - DosePlan.Logged("nitric", facts));
            left.Portion(NitrateIn(planned).Named(first ? "nitric acid poured" : "nitric acid still to pour"), standing);
        }
        Dissolve(work, metals, left.Done);
        work.ReturnUnderCover(returned);
        var driven = work.DriveOff(ResidualNitric.DrivenOff, left.Lost, Species.Nitrate);
        var leftOver = (driven == left.Lost ? left.Left : left.Left + left.Lost - driven).Named("nitric acid left, in mol");
        work.LetGasGo();
        work.Keep(work.Vessel.Told(Species.Nitrate, leftOver));

        var liquor = work.Vessel;
        if (work.Size("aqua").FoamsOver)
            return StepPlan.Refuse(
                method,
                charge,
                new Refusal("poured at once its foam passes the brim of the largest vessel", "take the nitric acid in portions")
            );
        return work.Plan(
            source.Premixed ? "Mix three volumes of hydrochloric acid with one of nitric, pour it over at once, warm"
                : source.IsAcid ? "Hydrochloric acid first, then nitric acid in portions, warm"
                : "Hydrochloric acid and the first nitrate cold, then warm it, more nitrate in portions",
            foam: "aqua",
            unattended: Working.AtLeastZero(hours - work.Size("aqua").Count * draws.Prior("rung-aqua")),
            outputs: [new("gold-liquor", "gold liquor", Main: true, liquor)],
            signs: Signs,
            figures:
            [
                (liquor.Element("Au") - liquor.Grams(Species.Gold)).Named("gold in solution (inferred, not seen)"),
                Molar.Grams(leftOver, "HNO3").Named("nitric acid not yet used"),
                reduced,
                liquor.LiquorVolume(draws),
            ],
            conditions:
            [
                $"{options.Text("temperature")} °C, stirred",
                .. source.Premixed
                    ? ["mixed just before it is poured, in the hood, in glass that stands open"]
                    : new[] { "hydrochloric acid first", "the next portion only when the last has gone quiet and it is warm" },
            ],
            cautions: [.. Cautions(source)],
            nightStop: "When it has gone quiet: cover with the watch glass, off the heat, in the hood. Never stopper it.",
            ifFoams: "If it foams now: off the heat, no more nitric, a squirt of cold water from arm's length."
        ) with
        {
            HottestC = celsius,
        };
    }

    private static bool IsShort(Working share, double of) => share.Likely < of || share.Amount.ShareWhere(s => s < of) > 0;

    // Hydrochloric acid alone comes first: later, nitric acid may for a moment take more protons than are there yet.
    private static void Dissolve(StepWork work, IReadOnlyList<MetalInAquaRegia> metals, Working done)
    {
        var partly = IsShort(done, 1 - 1e-9);
        Working Part(Working moles) => partly ? moles * done : moles;
        foreach (var m in metals.Where(m => m.Row.HclAlone is not null))
            work.React(m.Row.HclAlone!, m.ByHcl, m.Row.Element);
        foreach (var m in metals)
        {
            if (m.Row.ThenOxidised is { } oxidised)
                work.React(oxidised, Part(m.ByHcl), m.LowerSalt, Species.Proton, Species.Nitrate);
            work.React(m.Row.AquaRegia, Part(m.Moles - m.ByHcl), m.Row.Element, Species.Proton, Species.Nitrate);
        }
    }

    private static readonly EndSign[] Signs =
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
        EndSigns.AirColourless,
    ];

    private static IEnumerable<Caution> Cautions(NitrateSource source)
    {
        yield return new(CautionLevel.Stop, "Aqua regia is never stored: it goes on gassing for days.");
        if (source.Premixed)
            yield return new(
                CautionLevel.Look,
                "Premixed and poured at once it leaves much nitric acid over: more to destroy afterwards; what stands loses chlorine."
            );
        if (!source.IsAcid)
            yield return new(CautionLevel.Look, "Nitrate before heat: salt thrown into hot acid boils over.");
        yield return new(CautionLevel.Look, "A second tray under the glass.");
    }
}
