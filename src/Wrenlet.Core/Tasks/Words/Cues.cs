using System.Collections.Frozen;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// The ways of asking and promising. Each is a run of words; a bar divides words of the same place, a question mark makes a
/// place optional, a place that ends in a plus keeps the words from there on as part of what is to be done, and
/// <c>&lt;who&gt;</c> stands for one or several names, <c>&lt;thing&gt;</c> for a docket or ticket by its number, and
/// <c>&lt;any&gt;</c> for any one word.
/// </summary>
internal static class Cues
{
    public const string Who = "<who>";

    /// <summary>A thing that is pointed at: "#T-312".</summary>
    public const string Thing = "<thing>";

    /// <summary>Any word: "one of the drivers".</summary>
    public const string Any = "<any>";

    /// <summary>"See #T-312" shows where something is said, and asks for nothing.</summary>
    public const string Pointer = "pointer";

    /// <summary>"Can anyone tell me where": only wants to know.</summary>
    public const string Knowledge = "knowledge";

    /// <summary>"Let me know": asks, though it begins like a promise.</summary>
    public const string LetKnow = "let me know";

    /// <summary>"Please note the new times", "feel free": said to be kind or to tell.</summary>
    public const string Courtesy = "courtesy";

    /// <summary>"Could Ada": somebody who is named is asked.</summary>
    public const string AskWho = "ask who";

    /// <summary>What the author promises without a word that says so: "I'm cutting the boards tomorrow".</summary>
    public static readonly Cue Promise = new("promise", Doer.Author);

    /// <summary>The cues by the words that they can open with.</summary>
    public static readonly FrozenDictionary<string, Cue[]> ByFirst = CueTable.ByFirst([
        .. CuesOfNothing.All,
        .. CueTable.Of(
            "promise",
            Doer.Author,
            "i'll just? also?",
            "i will|shall|must|should just? also?",
            "i will|must|should remember to",
            "i mustn't|shouldn't forget to",
            "i must|should not forget to",
            "i need|have|ought to",
            "i am|are going to",
            "i'm going|about to",
            "i've got to",
            "i have got to",
            "i got to",
            "i gotta",
            "i'd better",
            "i had better",
            "i promise to",
            "i intend|plan|aim|mean to",
            "i am about? to",
            "i'm about? to",
            "i'll have|need to",
            "sure|ok|okay|yes|certainly|fine|alright ,? i can|could",
            "i|i've have? promised|agreed to",
            "i|i've told|assured <any> that? i'd|i'll",
            "i|i've told|assured <any> <any> that? i'd|i'll",
            "i|i've told|assured <any> that? i would|will",
            "i|i've have? promised <any> to",
            "i|i've have? promised <any> <any> to",
            "i|i've have? promised <any> that? i'd|i'll",
            "i|i've have? promised <any> <any> that? i'd|i'll",
            "i|i've have? promised <any> that? i would|will|should",
            "i|i've have? promised <any> <any> that? i would|will|should"
        ),
        .. CueTable.Of("let me", Doer.Author, "let me just? quickly?"),
        .. CueTable.Of(
            LetKnow,
            Doer.You,
            "let+ me|us|him|her|them know",
            "let+ me|us have the|your|his|her|their|all|some|any"
        ),
        .. CueTable.Of(
            "remind me",
            Doer.Author,
            "remind me to|about|that?",
            "note|reminder|memo to self|myself|me :|- to?"
        ),
        .. CueTable.Of(
            "ask",
            Doer.You,
            "please? can|could|would|will|might you please? kindly? quickly? just? also? possibly?",
            "please? can|could|would|will you two|both|all|three|lot please?",
            "you couldn't|can't|wouldn't",
            "why don't you|someone|somebody just?",
            "why not",
            "i'm asking you to",
            "is there any chance of|you|that you? could|can?",
            "would|will|is it be? too? much trouble|bother|hassle to",
            "would|will it be a|an awful|real|big|great|terrible? nuisance|bother|pain|problem|hassle|trouble to",
            "any chance of|you|that|someone|somebody|anyone|anybody you? could|can?",
            "would|could|is it be? possible for you|someone to",
            "would|could|is it be? possible to",
            "would|could|is it be? at all possible to",
            "would|could|is it be? possible for us|me to",
            "would|could|is it be? at all possible for us|me to",
            "it is possible that? for? you to?",
            "are|would|will you be? able|free|available|willing|happy|ok|okay|alright|fine to",
            "are you all? right|good|set to",
            "can|could|would you be? able to",
            "do|don't you think you|we could|can",
            "i wonder if|whether you|someone could|can|would|might",
            "i was|am just? wondering if|whether you|someone could|can|would|might be? able? to?",
            "i'm just? wondering if|whether you|someone could|can|would|might be? able? to?",
            "wondering if|whether you|someone could|can|would|might",
            "could|can|may|might i|we please? ask|trouble|bother|request you to",
            "could|can|may i|we please? have",
            "could|can|may i|we please? move|change|cancel|postpone|swap|book|reserve|return|extend+",
            "could|can|may i|we please? get+",
            "when can|could|would you|someone|somebody please?",
            "i|we would|should like to order|book|reserve|hire|buy|cancel|change|keep|extend|return|swap|add+",
            "i'd|we'd like to order|book|reserve|hire|buy|cancel|change|keep|extend|return|swap|add+",
            "if you|someone|somebody|anyone|anybody could|would|can please?",
            "if one of you could|would|can please?",
            "you can|could"
        ),
        .. CueTable.Of(
            "mind",
            Doer.You,
            "would|do you please? mind awfully?",
            "how|what about",
            "it|this|that|it's|it'd? is|might|may|could|would? be? worth",
            "would you all|both mind awfully?",
            "i? wonder|wondering if|whether you'd mind awfully?",
            "i? wonder|wondering if|whether you would|might mind awfully?",
            "i was|am just? wondering if|whether you'd mind awfully?",
            "i was|am just? wondering if|whether you would|might mind awfully?",
            "i'm just? wondering if|whether you'd mind awfully?",
            "i'm just? wondering if|whether you would|might mind awfully?",
            "if you wouldn't|don't mind",
            "i|we could|can? do with someone|somebody|you",
            "could do with someone|somebody|you",
            "i'd|we'd|would be? appreciate? mind"
        ),
        .. CueTable.Of(
            "kind",
            Doer.You,
            "would|could|will you? please? be a|an? so|kind|dear|angel|good|friendly kind|friendly|good|enough? as? to|and",
            "be so|kind|good kind|friendly|good|enough? as? to|and",
            "do me|us a favour and",
            "one? thing|job|task|favour for you :|, ",
            "one|another|a more|last|other|final|small|quick|little? thing|favour|request|job :|,|-",
            "i|we would|should be very|most|so|really? grateful|glad|happy|obliged|pleased|thankful if you|someone|somebody|anyone "
                + "could|would|can|will|were? able? to?",
            "i'd|we'd be very|most|so|really? grateful|glad|happy|obliged|pleased|thankful if you|someone|somebody|anyone "
                + "could|would|can|will|were? able? to?",
            "would be really|very|so|most? great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best "
                + "if you|someone|somebody|we could|can|would? please?",
            "i|we would really|very|greatly? much? appreciate it? if you|someone|somebody|you'd could|would|can?",
            "i'd|we'd really|very|greatly? much? appreciate it? if you|someone|somebody|you'd could|would|can?",
            "it would|will be really|very|so|most? great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best|"
                + "appreciated if you|someone|we|somebody could|can|would|to?",
            "it'd|that'd be really|very|so|most? great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best|"
                + "appreciated if you|someone|we|somebody could|can|would?",
            "it would|will be really|very? great|good|nice|helpful|kind|lovely|useful if? you|someone|somebody",
            "i am writing to request|ask that|for|you? to?",
            "it will|would be needed|necessary to",
            "it|that would|will really? help if you|someone|somebody could|can|would?",
            "it'd|that'd|it'll really? help if you|someone|somebody could|can|would?",
            "it|that would|will be a really|very? big|great|huge|real|enormous? help|relief|favour if "
                + "you|someone|somebody could|can|would?",
            "it'd|that'd|it'll be a really|very? big|great|huge|real|enormous? help|relief|favour if "
                + "you|someone|somebody could|can|would?"
        ),
        .. CueTable.Of(
            AskWho,
            Doer.Named,
            "please? can|could|would|will|shall <who> please? kindly? be? able? to?",
            "please? can|could|would|will|shall you and|or <who> please? kindly? be? able? to?",
            "please? can|could|would|will <who> please? be able|free|available|willing|happy to",
            "please? can|could|would|will|might someone|somebody|anyone|anybody|one from|in|at <who> please? be? able|free? to?",
            "please? can|could|would|will one|two|three|some of you|us? from|in|at <who> please?",
            "it would|will be really|very|so|most? great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best if <who> "
                + "could|can|would|will? please?",
            "it'd|that'd be really|very|so|most? great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best if <who> "
                + "could|can|would|will? please?",
            "it|that would|will really? help if <who> could|can|would? please?",
            "i'd|we'd really|very|greatly? much? appreciate it? if <who> could|would|can?",
            "i|we would really|very|greatly? much? appreciate it? if <who> could|would|can?",
            "it'd|that'd|it'll really? help if <who> could|can|would? please?",
            "it|that would|will be a really|very? big|great|huge|real|enormous? help|relief|favour if <who> "
                + "could|can|would? please?",
            "it'd|that'd|it'll be a really|very? big|great|huge|real|enormous? help|relief|favour if <who> "
                + "could|can|would? please?",
            "perhaps|maybe <who> could|can",
            "i suggest|propose that? <who>",
            "i'd|we'd rather|sooner <who>",
            "i|we would rather|sooner <who>",
            "i'd suggest|propose that? <who>",
            "could|can|may|might i|we please? ask|trouble|get|have <who> to",
            "would be really|very|so|most? great|good|nice|helpful|kind|lovely|useful|brilliant|wonderful|best if <who> "
                + "could|can|would|will? please?",
            "i'd|we'd be very|most|so|really? grateful|glad|happy|obliged|pleased|thankful if <who> could|would|can|will?",
            "i|we would|should be very|most|so|really? grateful|glad|happy|obliged|pleased|thankful if <who> could|would|can|will?"
        ),
        .. CueTable.Of("mind who", Doer.Named, "can|could|would|will <who> please? mind awfully?"),
        .. CueTable.Of(
            "ask someone",
            Doer.Anyone,
            "please? can|could|would|will|might someone|somebody|anyone|anybody|one|we|everyone|everybody please? kindly? mind?",
            "please? can|could|would|will|might one|two|three|some of you|us please? kindly? mind?",
            "it's|its|is high|about? time someone|somebody|we|you all?",
            "is there anyone|anybody|someone|somebody who|that could|can|would|might",
            "please? can|could|would|will|might one|some|two of the|our|your|my <any> please? be? able? free? to?",
            "please? can|could|would|will|might someone|somebody|anyone|anybody|one be able|free|available|willing|happy to",
            "is|are someone|somebody|anyone|anybody able|free|available|around|about|willing to",
            "please? can|could|would|will whoever is? <any> please?",
            "please? can|could|would|will whoever's <any> please?"
        ),
        .. CueTable.Of(
            "please",
            Doer.You,
            "please|kindly not|do|to|you|then? forget? to? also?",
            "please|kindly all|both"
        ),
        .. CueTable.Of("who to", Doer.Named, "<who> to", "<who> is|are to", "<who> '|’ s to"),
        .. CueTable.Of(
            "who must",
            Doer.Named,
            "<who> must|should to?",
            "<who> needs|need|has|have|ought|wants to",
            "<who> has|have got to",
            "<who> must|should remember to",
            "<who> must|should not forget to?",
            "<who> mustn't|shouldn't forget to?",
            "<who> is|are supposed|meant|due to",
            "<who> has|have until|till",
            "it's|its <who> '|’ s turn|job to",
            "it is <who> '|’ s turn|job to",
            "both|all|two|three of you|us , <who> , must|should to?",
            "both|all|two|three of you|us , <who> , need|have|ought to",
            "<who> will|'ll need|have to",
            "someone|somebody|anyone|anybody|one from|in|at <who> really? must|should to?",
            "someone|somebody|anyone|anybody|one from|in|at <who> really? needs|has|ought to",
            "someone|somebody|anyone|anybody|one from|in|at <who> please? to?",
            "it is|was very|most? important|essential|vital|crucial|imperative that? <who>",
            "it's very|most? important|essential|vital|crucial|imperative that? <who>"
        ),
        .. CueTable.Of(
            "who will",
            Doer.Named,
            "<who> will|'ll|shall",
            "<who> '|’ ll",
            "<who> will|'ll be? able? to?",
            "<who> is|are going to",
            "<who> '|’ s going to",
            "<who> says|promises that? he|she|they will",
            "<who> says|promises that? he'll|she'll|they'll",
            "<who> has|have agreed|promised|volunteered to",
            "<who> '|’ s agreed|promised|volunteered to"
        ),
        .. CueTable.Of("who can", Doer.Named, "<who> can|could"),
        .. CueTable.Of(
            "who please",
            Doer.Named,
            "<who> please|kindly to? you?",
            "do me|us a|one|this big|huge|small? favour ,? <who> :|,|-|and",
            "<who> ,? you",
            "<who> ,? you're",
            "<who> don't|dont forget to",
            "<who> remember to",
            "please|kindly <who> you will?"
        ),
        .. CueTable.Of(
            "someone must",
            Doer.Anyone,
            "someone|somebody|everyone|everybody|anyone|all|one really? must|should",
            "someone|somebody|everyone|everybody must|should remember to",
            "one of you|us really? must|should|needs|has to?",
            "one|two|some of the|our|my <any> must|should to?",
            "one|two|some of the|our|my <any> needs|need|has|have|ought to",
            "someone|somebody|everyone|everybody|anyone really? needs|has|ought|wants to",
            "someone|somebody|everyone|everybody else? will|'ll have|need to",
            "someone|somebody|everyone|everybody else? is going to have to",
            "someone|somebody|everyone has|have got to",
            "someone's|somebody's going to have to",
            "someone's|somebody's got to"
        ),
        .. CueTable.Of(
            "someone",
            Doer.Anyone,
            "someone|somebody|everyone|everybody|whoever|anyone else? please? :? to?",
            "one of you|us please? to?",
            "someone|somebody with a|an <any> to",
            "someone|somebody strong|tall|free|local|else to"
        ),
        .. CueTable.Of(
            "you must",
            Doer.You,
            "you must|should to? please?",
            "you must|should remember to",
            "both|all of you must|should remember? to?",
            "both|all of you need|have|ought to",
            "you need|have|ought|want|are to",
            "you've got to",
            "you'll need|have|want to",
            "you might|may|could? want|like|wish to",
            "you will need|have|want to",
            "you'd better",
            "you had better",
            "you're to",
            "it's|its your turn|job to",
            "it is your turn|job to",
            "it's|its your turn|job , <who> , to",
            "it is your turn|job , <who> , to",
            "your job|task|role today? is to",
            "you're|you are down to"
        ),
        .. CueTable.Of(
            "need you",
            Doer.You,
            "i|we need|want|expect|ask|urge you|someone|somebody to",
            "i|we would|should very? much? like|love|need|want|prefer|ask you|someone|somebody to",
            "i'd|we'd very? much? like|love|need|want|prefer|ask you|someone|somebody to",
            "i|we rely|count on you to"
        ),
        .. CueTable.Of(
            "need",
            Doer.You,
            "i|we need|require",
            "need|needs to?",
            "i|we would also? need",
            "we'd|i'd also? need",
            "i'm|we're going to need",
            "we are needing",
            "we're needing",
            "i|we could|can? do with",
            "could do with",
            "it would be really|very|so? useful|helpful|handy|good|great|nice|lovely|ideal to have",
            "it'd be really|very|so? useful|helpful|handy|good|great|nice|lovely|ideal to have",
            "it|that would|will really? help me|us? a? lot? to have",
            "it'd|that'd|it'll really? help me|us? a? lot? to have",
            "it|that would|will be a really|very? big|great|huge|real|enormous? help to have",
            "it'd|that'd|it'll be a really|very? big|great|huge|real|enormous? help to have"
        ),
        .. CueTable.Of(
            "wish",
            Doer.You,
            "our <any> would|will like|love a|an|the|some|more+",
            "i|we would|should like|love a|an|the|some|my|our|more|another|every|each|two|three|four|five|six|seven|eight|nine|ten|"
                + "twelve|twenty+",
            "i'd|we'd also? like|love a|an|the|some|my|our|more|another|every|each|two|three|four|five|six|seven|eight|nine|ten|"
                + "twelve|twenty+",
            "i'd|we'd be very|most|so? glad|grateful of|for",
            "i|we would|should be very|most|so? glad|grateful of|for",
            "i|we would|should like to have",
            "i'd|we'd like to have",
            "i|we would|should like|love|prefer|want it|this|that|them|these|those|everything|everyone|everybody|all+",
            "i'd|we'd also? like|love|prefer|want it|this|that|them|these|those|everything|everyone|everybody|all+",
            "it|that would really? help|be? really|very|so|most? good|great|nice|helpful|lovely|useful|best? if "
                + "the|our|all|my|your|this|these|those|every+",
            "it'd|that'd really? help|be? really|very|so|most? good|great|nice|helpful|lovely|useful|best? if "
                + "the|our|all|my|your|this|these|those|every+",
            "i|we want",
            "it's|its high? about? time that? the|our|all|my|your|this|these|those|every+",
            "it is high? about? time that? the|our|all|my|your|this|these|those|every+"
        ),
        .. CueTable.Of(
            "suggest",
            Doer.Anyone,
            "it would|will|might|may be wise|sensible|prudent|better|worthwhile|safer to",
            "it'd|it's|that'd be? wise|sensible|prudent|better|worthwhile|safer to",
            "it would|might|may be? a|an good? idea to",
            "it'd|might|would be? a|an good? idea to",
            "let's also? just? all?",
            "let us also? just? all?",
            "shall we",
            "why don't we",
            "we'll also? just?",
            "we will|must|should|mustn't also? just? forget? to?",
            "we must|should not forget to",
            "we must|should|need remember to",
            "we need|have|ought|are to",
            "we've got to",
            "we have got to",
            "we gotta",
            "we're|we are? going? to",
            "we'd better",
            "it's|its high? time to",
            "it is high? time to",
            "it is very|most|really|so? important|essential|vital|crucial|imperative|critical that? we|you",
            "it's very|most|really|so? important|essential|vital|crucial|imperative|critical that? we|you",
            "it is very|most|really|so? important|essential|vital|crucial|imperative|critical|necessary to",
            "it's very|most|really|so? important|essential|vital|crucial|imperative|critical|necessary to",
            "time to"
        ),
        .. CueTable.Of(
            "sure",
            Doer.You,
            "make+ sure",
            "be sure to",
            "make it|this your|a|the top|first|high? priority to",
            "see+ that|whether|if",
            "see+ to",
            "it is very|most|really|so? important|essential|vital|crucial|imperative|critical that",
            "it's very|most|really|so? important|essential|vital|crucial|imperative|critical that"
        ),
        .. CueTable.Of(
            "remember",
            Doer.You,
            "don't forget to|about?",
            "do not forget to|about?",
            "remember|try to",
            "just? a|one|another? quick|friendly|gentle|little|small|last? reminder to",
            "mustn't forget to|about?",
            "not to forget"
        ),
        .. CueTable.Of(
            "forbid",
            Doer.You,
            "please? don't",
            "please? do not",
            "never",
            "could|can|would you not",
            "please not to"
        ),
    ]);
}
