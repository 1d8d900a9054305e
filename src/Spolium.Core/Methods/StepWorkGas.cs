namespace Spolium.Core.Methods;

/// <summary>Gas that comes back under a cover, and gas that goes.</summary>
internal sealed partial class StepWork
{
    /// <summary>Brown gas that a cover turns back into acid.</summary>
    public void ReturnUnderCover(Working share)
    {
        foreach (var (gas, back) in new[] { ("NO", ResidualNitric.NoReturned), ("NO2", ResidualNitric.No2Returned) })
        {
            var made = Vessel.Of(new(gas, Phase.Gas));
            if (Working.IsNothing(made))
                continue;
            madeBeforeReturn[gas] = made;
            (Vessel, var done) = Vessel.React(back, back.Extent(made * share, gas), new Species("O2", Phase.Gas));
            var heat = Heat.Of(back, done, $"heat of {gas} that is taken up again");
            heats.Add(heat);
            pourings.FindLast(p => p.Gas.Count > 0)?.Reactions.Add(heat);
        }
    }

    /// <summary>Parts off all gas and lists it; oxygen that came in from the air stands as less than nothing and is not listed.</summary>
    public void LetGasGo(string? note = null)
    {
        (var gas, Vessel) = Vessel.LetGasGo();
        gasGone = gasGone.Plus(gas);
        foreach (
            var (species, moles) in gas.Moles.Where(m =>
                m.Value.Likely > 1e-12 || m.Value.Range.High > 1e-12 || madeBeforeReturn.ContainsKey(m.Key.Formula)
            )
        )
        {
            var hazard = GasHazard.Of(species.Formula);
            var made = madeBeforeReturn.GetValueOrDefault(species.Formula) ?? moles;
            gases.Add(
                new(
                    species.Formula,
                    Molar.GasVolume(made).Named($"{hazard.Name} made"),
                    Molar.GasVolume(moles).Named($"{hazard.Name} that leaves"),
                    note ?? hazard.Note
                )
            );
        }
    }

    /// <summary>A gas at most, which the sum of the step does not hold (what a surplus could free).</summary>
    public void MayFree(string formula, Working moles, string note) =>
        gases.Add(
            new(
                formula,
                Molar.GasVolume(moles).Named($"{GasHazard.Of(formula).Name} at most"),
                Molar.GasVolume(moles).Named($"{GasHazard.Of(formula).Name} at most"),
                note
            )
        );
}
