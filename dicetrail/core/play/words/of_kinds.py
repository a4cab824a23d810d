"""What the page says to kinds of question that need a word, in every language: a new kind has a line here."""

from __future__ import annotations

OF_KINDS = {
    "hint.sort": {
        "en": "Where does this belong?",
        "de": "Wohin gehört das?",
        "fr": "Où est-ce que cela va ?",
        "es": "¿Dónde va esto?",
        "it": "Dove va messo?",
        "pt": "Onde é que isto pertence?",
        "nl": "Waar hoort dit?",
        "pl": "Gdzie to należy?",
        "uk": "Куди це належить?",
        "ar": "إلى أين ينتمي هذا؟",
    },
    "hint.several": {
        "en": "Pick every one that is right.",
        "de": "Wähle alles, was richtig ist.",
        "fr": "Choisissez tout ce qui est juste.",
        "es": "Elige todas las correctas.",
        "it": "Scegli tutto ciò che è giusto.",
        "pt": "Escolha todas as certas.",
        "nl": "Kies alles wat goed is.",
        "pl": "Wybierz wszystkie właściwe.",
        "uk": "Виберіть усе правильне.",
        "ar": "اختر كل ما هو صحيح.",
    },
    "hint.opinion": {
        "en": "There is no wrong answer.",
        "de": "Hier ist nichts falsch.",
        "fr": "Il n’y a pas de mauvaise réponse.",
        "es": "No hay respuesta equivocada.",
        "it": "Non ci sono risposte sbagliate.",
        "pt": "Não há resposta errada.",
        "nl": "Geen antwoord is fout.",
        "pl": "Nie ma złej odpowiedzi.",
        "uk": "Неправильної відповіді немає.",
        "ar": "لا توجد إجابة خاطئة.",
    },
    "hint.order": {
        "en": "Put them in their order.",
        "de": "Bringe sie in die richtige Reihenfolge.",
        "fr": "Mettez-les dans l’ordre.",
        "es": "Ponlos en orden.",
        "it": "Mettili in ordine.",
        "pt": "Ponha-os por ordem.",
        "nl": "Zet ze op volgorde.",
        "pl": "Ułóż je po kolei.",
        "uk": "Розставте по порядку.",
        "ar": "رتّبها ترتيبًا صحيحًا.",
    },
}
"""By the name of the text, then by the code of the language."""
