namespace Spolium.Core.Safety;

/// <summary>What a step does to a feed, as far as the gates ask.</summary>
[Flags]
public enum Duty
{
    None = 0,
    Heat = 1,
    Melt = 2,
    Mill = 4,
    Nitric = 8,

    /// <summary>Aqua regia, chlorine, bleach and peroxide in hydrochloric acid.</summary>
    Chloride = 16,

    /// <summary>Hydrochloric or sulphuric acid alone.</summary>
    Dilute = 32,
    Acid = Nitric | Chloride | Dilute,

    /// <summary>Drying in the oven.</summary>
    Dry = 64,

    /// <summary>Taking a plating off its base, or the base from under it.</summary>
    Lift = 128,
}

/// <summary>A feed that a duty refuses: by a mark on it, or by an element above a share of its mass (Reference/feed-gates.csv).</summary>
public sealed record FeedGate(string Mark, string Element, double Above, Duty Duty, string Reason, string WayOut, string Source)
{
    public static readonly IReadOnlyList<FeedGate> All = ReferenceTable.Read(
        "feed-gates.csv",
        r => new FeedGate(
            r.Text("mark"),
            r.Text("element"),
            r.NumberOrNone("above") ?? 0,
            Enum.Parse<Duty>(r.Text("duty"), true),
            r.Text("reason"),
            r.Text("way"),
            r.Source
        ),
        "mark",
        "element",
        "duty"
    );

    /// <summary>Gates that are shut for a charge; they judge by the high end of its content. An element that no way takes yet shuts its
    /// own, by its likely share.</summary>
    public static IEnumerable<FeedGate> Shut(Charge charge, Duty duty)
    {
        var mass = charge.Mass().Likely;
        return All.Where(g =>
                (g.Duty & duty) != Duty.None
                && (g.Mark.Length > 0 ? charge.Marks.Contains(g.Mark) : mass > 0 && g.IsAbove(charge.Element(g.Element), mass))
            )
            .Concat(NoWay(charge, mass, duty));
    }

    // What is there in some worlds only may leave the high end at nothing.
    private bool IsAbove(Working grams, double mass) =>
        grams.Range.High > Above * mass || grams.Amount.ShareWhere(g => g > Above * mass) > ByWorlds;

    private static readonly double ByWorlds = Constants.Get("gate-by-worlds").Likely;

    private static IEnumerable<FeedGate> NoWay(Charge charge, double mass, Duty duty) =>
        from bath in Baths
        where (bath.Value & duty) != Duty.None
        from symbol in charge.Booked
        let element = ElementAtWork.BySymbol[symbol]
        where element.In[bath.Key] == BathClass.Refused && charge.Element(symbol).Likely > NoWayAbove * mass
        let name = Elements.Of(symbol).Name
        select new FeedGate(
            "",
            symbol,
            NoWayAbove,
            bath.Value,
            $"no way yet for {name} above {FigureText.Number(100 * NoWayAbove, 1)} %: {element.Says}",
            "sort it out, or hand the lot over",
            element.Source
        );

    private static readonly double NoWayAbove = Constants.Get("no-way-above").Likely;

    private static readonly Dictionary<Bath, Duty> Baths = new()
    {
        [Bath.Nitric] = Duty.Nitric,
        [Bath.Chloride] = Duty.Chloride,
        [Bath.Dilute] = Duty.Dilute,
        [Bath.Heat] = Duty.Heat,
        [Bath.Melt] = Duty.Melt,
    };
}
