namespace Spolium.Core.Methods;

/// <summary>
/// One step in the making, written in the order of the bench: pour, react, let the gas go, part, plan. It keeps what every step keeps
/// alike (doses, heat, gas, equations, portions, cautions of the gases), so that a method holds only what is its own.
/// </summary>
internal sealed partial class StepWork(IMethod method, Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
{
    private readonly Charge taken = charge;
    private readonly List<Signed> signed = [];
    private readonly List<(string Id, Dose? Ready)> doses = [];
    private readonly List<(string Limit, Working Amount)> limited = [];
    private readonly List<Working?> heats = [];
    private readonly List<Reaction> equations = [];
    private readonly List<GasMade> gases = [];
    private readonly Dictionary<string, Working> madeBeforeReturn = [];
    private Charge gasGone = Charge.Empty;
    private Charge? fullest;
    private bool washedThrough;
    private Working? atOnce;

    private sealed record Signed(
        string Id,
        string Title,
        Bottle Bottle,
        Working Need,
        Working Poured,
        string How,
        double Low,
        double High,
        bool Ended,
        bool BySigns,
        bool Apart
    );

    /// <summary>What is in the vessel by now.</summary>
    public Charge Vessel { get; private set; } = charge;

    public Working Prior(string id) => draws.Prior(id);

    public StepOptions Options => options;

    public Facts Facts => facts;

    public Draws Draws => draws;

    /// <summary>A dose decided beforehand, in grams of the pure substance, poured in one go.</summary>
    /// <param name="least">Grams of the pure substance below which it would fall short.</param>
    public Dose Decided(string id, string formula, Working pure, string how, Working? least = null, string? title = null)
    {
        var bottle = shop.Of(formula);
        var strength = bottle.StrengthIn(draws);
        return Add(
            DosePlan.Decided(
                id,
                title ?? bottle.Label,
                bottle,
                (pure / strength).Named($"{bottle.Name} to pour"),
                least is null ? Working.Zero(Dimension.Mass) : least / strength,
                facts,
                how,
                Ladder.Smallest(bottle, shop.BalanceStepG)
            )
        );
    }

    /// <summary>Whether what is poured from now on goes into a vessel of its own.</summary>
    public bool Apart { get; set; }

    /// <summary>Water by volume, poured in one go.</summary>
    public Dose Water(string id, string title, Working ml, string how) =>
        Add(
            DosePlan.Decided(
                id,
                title,
                WaterOf(id),
                Shop.WaterGrams(ml),
                Working.Zero(Dimension.Mass),
                facts,
                how,
                Ladder.Smallest(Shop.Water, 0)
            )
        );

    // Distilled as planned; what was poured may have been tap water.
    private Bottle WaterOf(string id)
    {
        var poured = facts.Of(id);
        var chloride = poured.Sum(p => p.Grams * (p.ChloridePpm ?? 0));
        return chloride > 0 ? Shop.Water with { ChloridePpm = chloride / poured.Sum(p => p.Grams) } : Shop.Water;
    }

    /// <summary>What comes in by another way than a bottle, in grams.</summary>
    public Dose From(string id, Bottle bottle, Working grams, string how, string? title = null) =>
        Add(
            DosePlan.Decided(
                id,
                title ?? bottle.Name,
                bottle,
                grams,
                Working.Zero(Dimension.Mass),
                facts,
                how,
                Ladder.Smallest(bottle, shop.BalanceStepG)
            )
        );

    private Dose Add(Dose dose)
    {
        doses.Add((dose.Id, dose with { Apart = Apart }));
        var before = Vessel;
        Vessel = Vessel.Pour(dose, draws);
        Note(dose.Id, dose.Bottle, dose.Grams, before, false);
        Settle(dose.Bottle.Brings());
        return dose;
    }

    /// <summary>A declared exception from portions: all of it goes over the metal in one go, in a vessel with room for its foam.</summary>
    public bool PouredAtOnce { get; init; }

    /// <summary>What is made or taken of work that has a limit.</summary>
    public void Limit(string limit, Working amount) => limited.Add((limit, amount));

    public IReadOnlyList<(string Limit, Working Amount)> Limited => limited;

    /// <summary>°C that it comes to as it was chosen; the card's where no option says otherwise.</summary>
    public double HottestC { get; init; } = method.Card.HottestC;

    /// <summary>What the method brings down itself, and says how much of it stays; null for nothing.</summary>
    public Species? BringsDown { get; init; }

    private void Settle(string poured)
    {
        foreach (var (fall, moles) in Settling.After(poured, Vessel, BringsDown).ToList())
            React(fall.Reaction, moles, fall.Of);
    }

    /// <summary>It stands: what the liquor does not hold at that temperature falls.</summary>
    public void Stand(double celsius)
    {
        foreach (var (fall, moles) in Settling.AtRest(Vessel, BringsDown).ToList())
            React(fall.Reaction, moles, fall.Of);
        foreach (var (reaction, moles, of) in Standing.Falls(Vessel, celsius, draws).ToList())
            React(reaction, moles, of);
    }

    /// <summary>Grams from a bottle: what cannot be measured is raised to what can, and what that is too much is carried on.</summary>
    public Working Measurable(Bottle bottle, Working grams)
    {
        var least = Ladder.Smallest(bottle, shop.BalanceStepG);
        return grams.Range.High <= 0 || grams.Amount.ShareWhere(g => g < least) == 0
            ? grams
            : Working.Greatest(grams, Working.Exact(least, null, Dimension.Mass)).Named(grams.Label ?? $"{bottle.Name} to pour");
    }

    /// <summary>A dose in portions that signs end, in grams of the pure substance; returns the moles that are poured.</summary>
    /// <param name="floor">Full rungs end at this times the least need, <paramref name="ceiling"/>: the ladder ends at this times the
    /// highest.</param>
    /// <param name="proof">Grams from the bottle that are poured beyond the need, to see that nothing comes of them.</param>
    public Working BySign(
        string id,
        string formula,
        Working pure,
        string how,
        IReadOnlyList<string> signs,
        double floor = 1,
        double ceiling = 1,
        Working? proof = null
    )
    {
        var bottle = shop.Of(formula);
        var need = (pure / bottle.StrengthIn(draws)).Named($"{bottle.Name} to pour");
        var ended = facts.Closed || facts.Saw([.. signs]);
        need = Measurable(bottle, need);
        var poured = DosePlan.BySign(id, proof is null ? need : need + proof, facts, ended);
        signed.Add(
            new(
                id,
                bottle.Label,
                bottle,
                need,
                poured,
                how,
                floor * need.Range.Low,
                ceiling * Math.Max(need.Range.High, need.Likely),
                ended,
                facts.Saw([.. signs]),
                Apart
            )
        );
        doses.Add((id, null));
        var before = Vessel;
        Vessel = bottle.PourInto(Vessel, poured, draws);
        Note(id, bottle, poured, before, true);
        Settle(formula);
        return bottle.MolesIn(poured, draws).Named($"{bottle.Name} poured");
    }

    /// <summary>Lets a reaction run as far as the vessel holds what it takes.</summary>
    public Working React(Reaction reaction, Working extent, params Species[] fromOutside)
    {
        if (Working.IsNothing(extent))
            return extent;
        (Vessel, var done) = Vessel.React(reaction, extent, fromOutside);
        var heat = Heat.Of(reaction, done, $"heat of {reaction.Equation}");
        heats.Add(heat);
        Note(reaction, done, heat);
        equations.Add(reaction);
        foreach (var (fall, falls) in Settling.After(reaction, Vessel, BringsDown).ToList())
            React(fall.Reaction, falls, fall.Of);
        return done;
    }

    /// <summary>Lets a reaction run on so many moles of a substance of its equation.</summary>
    public Working React(Reaction reaction, Working moles, string of, params Species[] fromOutside) =>
        React(reaction, Working.IsNothing(moles) ? moles : reaction.Extent(moles, of), fromOutside);

    /// <summary>What heat drives off: its own heat comes from the plate and is none of the step's.</summary>
    public Working DriveOff(Reaction reaction, Working extent, params Species[] fromOutside)
    {
        (Vessel, var done) = Vessel.React(reaction, extent, fromOutside);
        equations.Add(reaction);
        return done;
    }

    /// <summary>Burns or drives off a part for good: water that boils away, oil and paper.</summary>
    public void Loses(Func<Species, Working?> share, Working? unknownShare = null)
    {
        (var lost, Vessel) = Vessel.Split(share, unknownShare);
        gasGone = gasGone.Plus(lost);
    }

    /// <summary>Parts the vessel into a solid with the liquid that it holds, and the liquor.</summary>
    /// <param name="heel">mL of liquid held by the solid in all.</param>
    /// <param name="losesToLiquor">Share of a solid that goes off with the liquor as fines; null for none.</param>
    public (Charge Solid, Charge Liquor) Decant(Working heel, Func<Species, Working?>? losesToLiquor = null)
    {
        var liquid = Vessel.LiquorVolume(draws);
        var held =
            liquid.Likely > 0
                ? Working.Least(Working.Exact(1), Working.Share(heel, liquid)).Named("share of the liquor that the solid holds")
                : Charge.All;
        var (liquor, solid) = Vessel.Split(s => s.Phase != Phase.Solid ? Working.Exact(1) - held : losesToLiquor?.Invoke(s));
        return (solid, liquor);
    }

    /// <summary>The vessel is at its fullest now: size and warming are judged by it, whatever is washed or parted later.</summary>
    public void Full() => fullest = Vessel;

    /// <summary>The same for what stands in the vessel at one time, where not all that is poured is in it at once.</summary>
    public void Full(Charge atOnce) => (fullest, washedThrough) = (atOnce, true);

    /// <summary>So many millilitres at most stand in the vessel at one time.</summary>
    public void FullOf(Working liquid) => atOnce = liquid;

    /// <summary>Puts another charge in the place of the vessel's, when part of it has been taken out.</summary>
    public void Keep(Charge rest) => Vessel = rest;
}
