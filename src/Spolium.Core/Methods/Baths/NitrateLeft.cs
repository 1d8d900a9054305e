namespace Spolium.Core.Methods.Baths;

/// <summary>
/// Nitric acid that is left in a chloride bath, followed portion by portion: what was logged with its own waiting time, then what is still
/// planned (precise rules 2.4). All in mol.
/// </summary>
/// <param name="before">Nitrate that came with the feed.</param>
/// <param name="reduced">Nitrate that the metals reduce in all.</param>
/// <param name="returned">Share of the brown gas that comes back under the cover, 0 to 1.</param>
internal sealed class NitrateLeft(Working before, Working reduced, Working returned)
{
    private readonly Working all = reduced;
    private Working stillToReduce = reduced;

    public Working Left { get; private set; } = before;

    /// <summary>What heat drove off.</summary>
    public Working Lost { get; private set; } = Working.Zero(Dimension.Substance);

    /// <summary>Share of the metal that the acid sufficed for.</summary>
    public Working Done => Working.Share(all - stillToReduce, all);

    /// <param name="standing">λ t of the wait after it, a bare number.</param>
    public void Portion(Working added, Working standing)
    {
        var kept = Working.Exact(1) - returned;
        var now = Working.Least(stillToReduce, (Left + added) / kept);
        var next = ResidualNitric.AfterPortion(Left, added, now, returned, standing);
        Lost += Left + added - ResidualNitric.Kept(now, returned) - next;
        stillToReduce -= now;
        Left = next;
    }

    /// <summary>The portions of a dose that were logged, each with the time until the next.</summary>
    /// <param name="lambda">Share that heat drives off in an hour, per hour.</param>
    /// <param name="nitrateIn">Moles of nitrate in grams from the bottle.</param>
    public void Logged(string doseId, Facts facts, Working lambda, Func<Working, Working> nitrateIn)
    {
        var logged = facts.Of(doseId);
        for (var k = 0; k < logged.Count; k++)
        {
            var until = k + 1 < logged.Count ? logged[k + 1].OccurredAt : facts.AsOf ?? logged[k].OccurredAt;
            var wait = Math.Clamp((until - logged[k].OccurredAt).TotalHours, 0, 24);
            Portion(
                nitrateIn(Working.Given(logged[k].Grams, Dimension.Mass, $"portion {k + 1}", "logged"))
                    .Named($"nitric acid of portion {k + 1}"),
                wait == 0 ? Working.Exact(0) : lambda * Working.Given(wait, Dimension.Time, $"hours after portion {k + 1}", "logged")
            );
        }
    }
}
