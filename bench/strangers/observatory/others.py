"""Letters, minutes, certificates, coursework and reports, put together at random."""

from __future__ import annotations

import random
from datetime import timedelta

from bench.papers.truth import Paper
from bench.strangers.made import Made, accept
from bench.strangers.press import FACES, a_way, sheet

from .anyhow import head_of, set_facts
from .world import ADDRESS, BODIES, FIRMS, PEOPLE, PUPILS, SOCIETY, a_day

BLOCK = "<br>".join((SOCIETY, *ADDRESS))
SENTENCES = (
    "We were glad to hear that the dome turns again, and would like to bring two classes in the autumn.",
    "The committee looked at your application at its last sitting and asks for a plan of the car park.",
    "Our fitter found that the motor draws more current than it should; he has written down what he measured.",
    "Please let us know by return whether the lane may be closed for the two days of the work.",
    "The trustees are willing to pay half of the new mirror, if the rest is found before the spring.",
    "Nothing in your cover changes. The papers that you have remain in force until we write again.",
    "As the evenings grow longer we open at six, and the talk begins when it is dark.",
)
ABOUT = (
    "Visit of two classes",
    "Plan of the car park",
    "Motor of the dome",
    "Closing of the lane",
    "Half of a mirror",
    "Your cover",
    "Winter evenings",
)


def _text(rng: random.Random, count: int) -> str:
    return "".join(f"<p>{one}</p>" for one in rng.sample(SENTENCES, count))


def letter(rng: random.Random) -> Made:
    firm, when, way = rng.choice((*BODIES, *FIRMS[:4])), a_day(rng), a_way(rng)
    own = f"{rng.choice(('PL', 'GR', 'ED', 'KM'))}/{rng.randrange(100, 9999)}" if rng.random() < 0.6 else None
    facts = [
        (rng.choice(("Date", "")), way(when)),
        *(
            [(rng.choice(("Our ref", "Our reference", "Reference", "Ref", "Please quote", "Our Ref.")), own)]
            if own
            else []
        ),
    ]
    facts = [(label, value) for label, value in facts]
    subject = rng.choice(ABOUT)
    told = (
        set_facts(rng, facts)
        if own and facts[0][0]
        else f"<p>{way(when)}</p>" + (f"<p>{facts[1][0]}: {own}</p>" if own else "")
    )
    body = [f"<p>{BLOCK}</p>", told]
    rng.shuffle(body)
    close, greeting = rng.choice(
        (
            ("Yours sincerely", "Dear Ms Vesey"),
            ("Yours faithfully", "Dear Sir or Madam"),
            ("Kind regards", "Dear Ottoline"),
            ("With best wishes", "Hello Gareth"),
            ("Best regards", "Good morning"),
        )
    )
    return sheet(
        head_of(rng, firm, "").replace("<h1></h1>", "").replace("<h2></h2>", "").replace("<h3></h3>", "").replace("<h1 style='color:#468'></h1>", "") + "".join(body)
        + f"<p>{greeting},</p><p>{rng.choice(('', 'Re: ', 'Subject: '))}<b>{subject}</b></p>{_text(rng, 3)}<p>{close}</p><p style='margin-top:9mm'>{rng.choice(('A. Quennell', 'Hilary Stroud', 'Tom Abara'))}<br>{rng.choice(('Director', 'Clerk', 'Customer team', 'Head of grants'))}</p>",
        face=rng.choice(FACES), margin="20mm"), Paper(layout="any-letter", kind="letter", data=b"", who=firm.name, when=when, reference=own, accept=accept(firm))  # fmt: skip


def minutes(rng: random.Random) -> Made:
    group, when, way = (
        rng.choice(("Council", "Instruments Committee", "Outreach Group", "Trustees", "Finance Committee")),
        a_day(rng),
        a_way(rng),
    )
    head = rng.choice((
        f"<h2>{SOCIETY}</h2><h3>{group}</h3><p>Minutes of the meeting held on {way(when)}</p>", f"<h1>Minutes</h1><p>{group}, {way(when)}</p>", f"<h3>MINUTES OF THE {group.upper()}</h3><p>Date: {way(when)}<br>Place: the Dome</p>",
        f"<p>{SOCIETY}</p><h2>{group} meeting</h2><p>{way(when)}, 7.30 pm, in the library</p>", f"<h2>{group}: notes of meeting, {way(when)}</h2>",
    ))  # fmt: skip
    return sheet(
        f"{head}<p>{rng.choice(('Present', 'In attendance', 'Attending'))}: {', '.join(rng.sample(PEOPLE, 3))}</p><p>{rng.choice(('Apologies', 'Apologies for absence'))}: {PEOPLE[0]}</p><p>1. The minutes of {way(when - timedelta(days=35))} were {rng.choice(('approved', 'agreed', 'signed'))}.</p><p>2. {rng.choice(SENTENCES)}</p><p>3. Any other business: none.</p><p>{rng.choice(('Next meeting', 'Date of next meeting', 'We meet again on'))}: {way(when + timedelta(days=35))}</p>",
        face=rng.choice(FACES)), Paper(layout="any-minutes", kind="minutes", data=b"", who=group, when=when, accept={"who": [SOCIETY, f"{group} meeting"]})  # fmt: skip


def certificate(rng: random.Random) -> Made:
    firm, when, way = rng.choice((FIRMS[4], BODIES[2], BODIES[1])), a_day(rng), a_way(rng)
    then, own = when + timedelta(days=365), f"{rng.choice(('C', 'EL', 'P'))}{rng.randrange(1000, 99999)}"
    title = {
        FIRMS[4]: "Electrical installation certificate",
        BODIES[2]: "Certificate of insurance",
        BODIES[1]: "Certificate of membership",
    }[firm]
    facts = [
        (rng.choice(("Certificate no.", "Certificate number", "Number", "Cert. no.")), own),
        (rng.choice(("Date of issue", "Issued on", "Date", "Issue date")), way(when)),
        (rng.choice(("Valid until", "Expires", "Expiry date", "Renewal due", "Valid to")), way(then)),
        (rng.choice(("Issued to", "Client", "Holder")), SOCIETY),
    ]
    return sheet(head_of(rng, firm, title) + set_facts(rng, facts) + "<p>This certificate is given in good faith and holds for the premises named above.</p>", face=rng.choice(FACES)), Paper(
        layout="any-certificate", kind="certificate", data=b"", who=firm.name, when=when, reference=own, expires=then, accept=accept(firm))  # fmt: skip


def coursework(rng: random.Random) -> Made:
    who, when, way = rng.choice(PUPILS), a_day(rng), a_way(rng)
    title = rng.choice(
        (
            "Why stars twinkle",
            "The moons of Jupiter",
            "A telescope of two lenses",
            "Shadows at noon",
            "Measuring the hill",
        )
    )
    facts = [
        (rng.choice(("Name", "Pupil", "Student", "By")), who),
        (rng.choice(("Date", "Handed in", "Submitted")), way(when)),
        (rng.choice(("Class", "Group", "Form")), f"{rng.randrange(7, 11)}{rng.choice('ABC')}"),
    ]
    head = set_facts(rng, facts)
    top = f"<h2>{title}</h2>"
    return sheet(
        rng.choice((top + head, head + top, f"<p>{BODIES[3].name}</p>{top}{head}")) + "<p>When I first looked through the large telescope I saw only my own eyelashes, and everybody laughed, and then I saw it.</p><p>In my own words: the light takes longer than I have been alive, and so I look at something that is not there any more.</p><p>Next time I would draw it before I say anything.</p>",
        face=rng.choice(FACES), margin="22mm"), Paper(layout="any-coursework", kind="coursework", data=b"", who=who, when=when, learner=who, assignment=title)  # fmt: skip


def report(rng: random.Random) -> Made:
    who, when, way = rng.choice(PEOPLE), a_day(rng), a_way(rng)
    title = rng.choice(
        (
            "Report on the winter season",
            "Annual report of the instruments",
            "Survey of the access road",
            "Visitor report",
        )
    )
    facts = [
        (rng.choice(("Prepared by", "Author", "Written by", "Report by")), who),
        (rng.choice(("Date", "Date of report", "Report date", "Completed on")), way(when)),
        (rng.choice(("For", "To")), "the trustees"),
    ]
    return sheet(f"<p>{SOCIETY}</p><h1>{title}</h1>{set_facts(rng, facts)}<h3>Summary</h3><p>{rng.choice(SENTENCES)}</p><h3>{rng.choice(('Findings', 'What was seen', 'Conclusions'))}</h3><p>{rng.choice(SENTENCES)}</p><h3>Recommendations</h3><p>{rng.choice(SENTENCES)}</p>", face=rng.choice(FACES)), Paper(
        layout="any-report", kind="report", data=b"", who=who, when=when, accept={"who": [SOCIETY]})  # fmt: skip


OTHERS = ((letter, 24), (minutes, 14), (certificate, 12), (coursework, 14), (report, 8))
