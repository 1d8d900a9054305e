using OpenQA.Selenium;

namespace Spolium.Browser.Tests;

/// <summary>What a person does at the bench, as often as a walk wants it.</summary>
public sealed partial class Browser
{
    /// <summary>Pours so many portions, each after the last was written.</summary>
    public void Pour(int times)
    {
        for (var i = 0; i < times; i++)
            Writes(Pour, "the next portion");
    }

    /// <summary>Does something that writes, and waits until it is written.</summary>
    public void Writes(Action doing, string what)
    {
        var before = Written();
        doing();
        Until(_ => Written() > before ? "" : null, what);
        HandMoves();
    }

    /// <summary>Ticks signs by what they begin with.</summary>
    public void Tick(params string[] signs)
    {
        foreach (var sign in signs)
        {
            Click(By.XPath($"//button[@role='checkbox' and contains(., \"{sign}\")]"), sign);
            Until(
                d => d.FindElements(By.XPath($"//button[@aria-checked='true' and contains(., \"{sign}\")]")).FirstOrDefault(),
                $"{sign} ticked"
            );
            HandMoves();
        }
    }

    /// <summary>Writes a reading or a weighing in the form of its label.</summary>
    public void Log(string label, string value)
    {
        Type(label, value);
        Click(By.XPath($"//form[.//label[starts-with(., {Quote(label)})]]//button[not(@type='button')]"), label);
    }
}
