namespace Spolium.Core.Methods;

/// <summary>What each pour makes: gas and heat, by the reactions that its reagent takes part in and by being thinned. From that follow
/// portions, ladders, vessel and warnings of every method alike.</summary>
internal sealed partial class StepWork
{
    private sealed class Pouring(string id, string formula, bool bySign)
    {
        public string Id => id;
        public bool BySign => bySign;
        public List<Working> Gas { get; } = [];
        public List<Working?> Reactions { get; } = [];

        /// <summary>kJ of being thinned, and the vessel right after it.</summary>
        public Working? Thinned { get; set; }
        public Charge After { get; set; } = Charge.Empty;

        public bool IsIn(Reaction reaction) => reaction.Equation.Left.Any(t => Dry(t.Formula.Text) == Dry(formula));

        private static string Dry(string text) => text.Split('·')[0];
    }

    private readonly List<Pouring> pourings = [];
    private readonly Charge cameIn = charge;
    private Working? thinnings;
    private (Charge Of, Working Heat)? back;

    // What a vessel holds back: asked for before and after each pour, reckoned once.
    private Working HoldsBack(Charge vessel)
    {
        if (back is not { } known || !ReferenceEquals(known.Of, vessel))
            back = (vessel, LiquorHeat.In(vessel, draws));
        return back.Value.Heat;
    }

    // Poured into the vessel: the heat of thinning, and of dissolving.
    private void Note(string id, Bottle bottle, Working grams, Charge before, bool bySign)
    {
        var pouring = new Pouring(id, bottle.Formula, bySign) { After = Vessel };
        if (Apart || fullest is not null || Working.IsNothing(grams))
            return;
        var held = HoldsBack(before);
        var now = HoldsBack(Vessel);
        var brought = LiquorHeat.In(bottle, grams, draws);
        if (brought is not null || !Working.IsNothing(held) || !Working.IsNothing(now))
        {
            pouring.Thinned = ((brought ?? Working.Zero(Dimension.Energy)) + held - now).Named($"heat of thinning {bottle.Name}");
            thinnings = thinnings is null ? pouring.Thinned : thinnings + pouring.Thinned;
            heldBackByPours = heldBackByPours + (now - held);
        }
        pourings.Add(pouring);
    }

    private Working heldBackByPours = Working.Zero(Dimension.Energy);

    // A reaction is of the last pour that brought something it takes.
    private void Note(Reaction reaction, Working extent, Working? heat)
    {
        if (pourings.FindLast(p => p.IsIn(reaction)) is not { } pouring)
            return;
        pouring.Reactions.Add(heat);
        foreach (var (species, n) in reaction.Net)
            if (species.Phase == Phase.Gas && n > 0)
                pouring.Gas.Add(extent * Working.Exact(n));
    }

    // What the acid that was taken had still held back, and what is not free any more. Where not all that is poured is in the vessel at
    // once, only the pours themselves tell.
    private Working? FreedMeanwhile()
    {
        if (washedThrough)
            return null;
        var freed = HoldsBack(cameIn) + heldBackByPours - HoldsBack(fullest ?? Vessel);
        return freed.Amount is { IsCertain: true, Likely: 0 } ? null : freed.Named("heat of thinning, as acid is taken");
    }

    /// <summary>Gas and heat by dose.</summary>
    private List<PourMakes> Makes()
    {
        var heated = method.Card.BoilsOrCools;
        var full = fullest ?? Vessel;
        var meanwhile = FreedMeanwhile();
        // Acid is taken once the last of what the reactions want has come.
        var last = pourings.FindLast(p => p.Reactions.Count > 0);
        return
        [
            .. pourings.Select(p =>
            {
                var gas = p.Gas.Count == 0 ? Working.Zero(Dimension.Volume) : Molar.GasVolume(Working.Sum(p.Gas, Dimension.Substance));
                var reacted = p.Reactions.OfType<Working>().ToList();
                if (ReferenceEquals(p, last) && meanwhile is not null)
                    reacted.Add(meanwhile);
                List<Working> warmings = [];
                if (!heated && p.Thinned is not null && Holds(p.After))
                    warmings.Add(Heat.Warming(p.Thinned, p.After, draws));
                if (!heated && reacted.Count > 0 && Holds(full))
                    warmings.Add(Heat.Warming(Working.Sum(reacted, Dimension.Energy), full, draws));
                return new PourMakes(
                    p.Id,
                    gas,
                    warmings.Count == 0 ? null : Working.Sum(warmings, Dimension.Temperature).Named("warming by this pour, no heat lost"),
                    p.BySign
                );
            }),
        ];
    }

    private static bool Holds(Charge vessel) => vessel.Of(Species.Water).Likely > 0;
}
