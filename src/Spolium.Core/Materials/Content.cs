using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;

namespace Spolium.Core.Materials;

/// <summary>What a line of content is a share of.</summary>
public enum ContentOf
{
    /// <summary>Of the whole lot.</summary>
    Whole,

    /// <summary>Of what the whole-lot lines leave (the brass under a gold cladding).</summary>
    Rest,

    /// <summary>Of the part that the kind of scrap is known by (the tips of leaf contacts, the ceramic, the active mass).</summary>
    Part,
}

/// <summary>The part of a lot that some lines are a share of, low–likely–high as a share of the lot.</summary>
/// <param name="Name">"tip", "ceramic only", "active mass".</param>
public sealed record ContentPart(string Name, TypedNumber Low, TypedNumber Likely, TypedNumber High)
{
    public Triple Triple => new(Low.Value, Likely.Value, High.Value);
}

/// <summary>One metal of a lot, low–likely–high as typed; shares are fractions of one, concentrations g/L.</summary>
public sealed record ContentLine(string Element, TypedNumber Low, TypedNumber Likely, TypedNumber High, ContentOf Of = ContentOf.Whole)
{
    public Triple Triple => new(Low.Value, Likely.Value, High.Value);
}

/// <summary>
/// What is believed to be in a lot. Lines of the whole are drawn first, and the part that some lines are a share of; lines of the rest share
/// what they leave, and the balance takes what is then left; without a balance that part is carried as unknown.
/// </summary>
/// <param name="Balance">Element that makes up the rest, or null when the rest is not known.</param>
/// <param name="Liquor">What holds the metals of a liquor; null for a solid, and for a liquor that nobody knows.</param>
/// <param name="FreeAcid">Of a liquor, mol/L.</param>
/// <param name="Marks">What it may hold beside its metals ("beryllium", "cyanide"): feed gates go by them.</param>
/// <param name="Part">The part that lines of a part are a share of; null where there are none.</param>
public sealed record Content(IReadOnlyList<ContentLine> Lines, string? Balance, LiquorKind? Liquor = null, TypedNumber? FreeAcid = null, IReadOnlyList<string>? Marks = null, ContentPart? Part = null)
{
    /// <summary>The same content with so many times as much of one metal, never above the whole.</summary>
    public Content Richer(string element, double times)
    {
        TypedNumber More(TypedNumber n) => n with { Value = n.Field == Field.Share ? Math.Min(1, n.Value * times) : n.Value * times };
        return this with { Lines = [.. Lines.Select(l => l.Element == element ? l with { Low = More(l.Low), Likely = More(l.Likely), High = More(l.High) } : l)] };
    }

    /// <summary>The charge of so many millilitres of a liquor lot.</summary>
    /// <exception cref="InvalidOperationException">Nobody knows what holds its metals.</exception>
    public Charge ToLiquor(Working volume, Draws draws)
    {
        if (Liquor is not { } kind)
            throw new InvalidOperationException("Nobody knows what holds the metals of this liquor.");
        var metals = Lines.Select(l => (l.Element, (volume * Working.Given(draws.Spread("content " + l.Element, l.Triple, Spread.Positive), Dimension.Density, $"{Name(l.Element)}, g/L", $"typed with the lot: {l.Low.Text} – {l.Likely.Text} – {l.High.Text}") / 1000).Named($"{Name(l.Element)} in the lot")));
        var acid = FreeAcid is null ? Working.Zero(Dimension.Substance) : volume * Working.Given(FreeAcid.Value / 1000, Dimension.Substance / Dimension.Volume, "free acid", $"typed with the lot: {FreeAcid.Text}");
        return LiquorFeed.Of(kind, volume, metals, acid, draws).Marked(Marks ?? []);
    }

    /// <summary>The charge of a solid lot: moles of each metal in all worlds. Metals and rest are scaled to the whole in every world.</summary>
    public Charge ToCharge(Working lotGrams, Draws draws)
    {
        var whole = Drawn(ContentOf.Whole, draws);
        var restLines = Drawn(ContentOf.Rest, draws);
        var partShare = Part is { } p ? Working.Given(draws.Spread("content part", p.Triple, Spread.Fraction), Dimension.None, $"share of the {p.Name}", $"typed with the lot: {p.Low.Text} – {p.Likely.Text} – {p.High.Text}") : null;
        var sum = Working.Sum(whole.Select(l => l.Share).Concat(partShare is null ? [] : [partShare]), Dimension.None);
        var over = Working.Greatest(sum, Working.Exact(1));
        var scaled = IsAlwaysOne(over) ? whole : [.. whole.Select(l => (l.Element, Share: l.Share / over))];
        var charge = Charge.Empty.Marked(Marks ?? []);
        foreach (var (element, share) in scaled)
            charge = Add(charge, element, (lotGrams * share).Named($"{Name(element)} in the lot"));
        if (partShare is not null)
            charge = charge.Plus(InPart((lotGrams * (IsAlwaysOne(over) ? partShare : partShare / over)).Named($"{Part!.Name} in the lot"), draws));
        var rest = IsAlwaysOne(over) && whole.Count == 0 && partShare is null ? lotGrams : Working.AtLeastZero(lotGrams - lotGrams * (IsAlwaysOne(over) ? sum : sum / over)).Named(restLines.Count > 0 ? "the rest of the lot" : "what else is in the lot");
        var restSum = Working.Sum(restLines.Select(l => l.Share), Dimension.None);
        var restOver = Working.Greatest(restSum, Working.Exact(1));
        foreach (var (element, share) in restLines)
            charge = Add(charge, element, (rest * (IsAlwaysOne(restOver) ? share : share / restOver)).Named($"{Name(element)} in the lot"));
        var left = restLines.Count == 0 ? rest : Working.AtLeastZero(rest - rest * (IsAlwaysOne(restOver) ? restSum : restSum / restOver));
        return Balance is { } balance ? Add(charge, balance, left.Named($"{Name(balance)} in the lot, the balance")) : charge.WithUnknown(left.Named("of unknown kind"));
    }

    // What the part holds; what its lines do not name is of unknown kind.
    private Charge InPart(Working grams, Draws draws)
    {
        var lines = Drawn(ContentOf.Part, draws);
        var sum = Working.Sum(lines.Select(l => l.Share), Dimension.None);
        var over = Working.Greatest(sum, Working.Exact(1));
        var charge = lines.Aggregate(Charge.Empty, (c, l) => Add(c, l.Element, (grams * (IsAlwaysOne(over) ? l.Share : l.Share / over)).Named($"{Name(l.Element)} in the {Part!.Name}")));
        return charge.WithUnknown(Working.AtLeastZero(grams - grams * (IsAlwaysOne(over) ? sum : sum / over)).Named($"what else is in the {Part!.Name}"));
    }

    private static string Name(string element) => Elements.Of(element).Name;

    private static bool IsAlwaysOne(Working w)
    {
        for (var i = 0; i < Amount.Worlds; i++)
            if (w.Amount[i] != 1)
                return false;
        return true;
    }

    private static Charge Add(Charge charge, string element, Working grams) => charge.With(new(element, Phase.Solid), Molar.Moles(grams, element));

    private List<(string Element, Working Share)> Drawn(ContentOf of, Draws draws) =>
        [.. Lines.Where(l => l.Of == of).Select(l => (l.Element, Share: Working.Given(
            draws.Spread("content " + l.Element, l.Triple, Spread.Fraction), Dimension.None,
            $"share of {Name(l.Element)}{(of == ContentOf.Rest ? " in the rest" : of == ContentOf.Part ? $" in the {Part?.Name}" : "")}", $"typed with the lot: {l.Low.Text} – {l.Likely.Text} – {l.High.Text}")))];

    /// <summary>What is wrong with a content as typed, by field; empty when it can be kept. Highs may sum above the whole, lows may not.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        for (var i = 0; i < Lines.Count; i++)
        {
            var l = Lines[i];
            if (!Elements.BySymbol.ContainsKey(l.Element))
                errors.Add(new($"content[{i}].element", $"'{l.Element}' is not an element", "write a symbol such as Au"));
            else if (MetalInAcid.Find(l.Element, true) is null)
                errors.Add(new($"content[{i}].element", $"what {l.Element} does in acid is not known here yet", "leave it out: it is then part of the unknown rest"));
            if (l.Low.Value > l.Likely.Value || l.Likely.Value > l.High.Value)
                errors.Add(new($"content[{i}].low", "low, likely and high must rise", $"low at most {l.Likely.Text}, high at least {l.Likely.Text}"));
            if (Lines.Take(i).Any(o => o.Element == l.Element) || l.Element == Balance)
                errors.Add(new($"content[{i}].element", $"{l.Element} stands twice", "keep one line for each metal"));
        }
        if (Balance is not null && !(Elements.BySymbol.ContainsKey(Balance) && MetalInAcid.Find(Balance, true) is not null))
            errors.Add(new("balance", $"'{Balance}' cannot be the balance", "choose one of the known metals, or leave it unknown"));
        if (Liquor is { } kind)
            for (var i = 0; i < Lines.Count; i++)
                if (Elements.BySymbol.ContainsKey(Lines[i].Element) && LiquorFeed.SaltOf(Lines[i].Element, kind) is null)
                    errors.Add(new($"content[{i}].element", $"{Name(Lines[i].Element)} does not stay in a {kind.ToString().ToLowerInvariant()} liquor", "choose what holds it, or leave the line out"));
        if (Part is null && Lines.Any(l => l.Of == ContentOf.Part))
            errors.Add(new("part", "some lines are a share of a part, and nobody said how much of the lot that is", "write its share of the lot, such as 10–12–15 %"));
        if (Part is { } part && (part.Low.Value > part.Likely.Value || part.Likely.Value > part.High.Value))
            errors.Add(new("part", "low, likely and high must rise", "write the smaller number first"));
        foreach (var of in new[] { ContentOf.Whole, ContentOf.Rest, ContentOf.Part })
            if (Lines.Where(l => l.Of == of && l.Low.Field == Field.Share).Sum(l => l.Low.Value) + (of == ContentOf.Whole ? Part?.Low.Value ?? 0 : 0) > 1 + 1e-9)
                errors.Add(new("content", "even the lows together are more than the whole", "lower them until they sum to at most 100 %"));
        return errors;
    }
}

/// <summary>What is wrong with one field of what somebody typed: which, why, and what would be right.</summary>
/// <param name="Becomes">The number that a usual slip would have turned into this one, with its unit, ready to be taken; null where none agrees.</param>
public sealed record FieldError(string Field, string Reason, string WayOut, string? Becomes = null);
