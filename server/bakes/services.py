"""Making, saving and reading bakes. A save adds a version; it never overwrites one."""

import uuid
from collections.abc import Collection

from django.db import transaction
from django.db.models import F

from accounts.models import Household
from accounts.services import once
from bakes.models import Bake, BakeVersion
from gateway import compute
from gateway.contract import Refusal, missing
from gateway.words import say


def _check(document: compute.Document) -> None:
    """Only the document's shape must be right: what is typed wrong is kept, so that nothing is lost."""
    problems = compute.structure_problems("bake", document)
    if problems:
        raise compute.InputError(problems)


def heads_of(household: Household) -> list[BakeVersion]:
    """The newest version of each of a household's bakes, last changed first."""
    # One question, one snapshot: somebody saving meanwhile is seen wholly or not at all.
    heads = BakeVersion.objects.filter(bake__household=household, bake__deleted=False, number=F("bake__head"))
    return list(heads.select_related("bake").order_by("-bake__changed", "-bake_id"))


def heads_among(household: Household, bake_ids: Collection[int]) -> dict[int, BakeVersion]:
    """The newest version of each of these bakes, by bake; what is put away or another household's is left out."""
    heads = BakeVersion.objects.filter(
        bake__household=household, bake_id__in=bake_ids, bake__deleted=False, number=F("bake__head")
    )
    return {version.bake_id: version for version in heads}


def head_of(household: Household, bake_id: int) -> BakeVersion:
    """The newest version of one bake; Refusal 404 for another household's."""
    version = (
        BakeVersion.objects.filter(
            bake__household=household, bake_id=bake_id, bake__deleted=False, number=F("bake__head")
        )
        .select_related("bake")
        .first()
    )
    if version is None:
        raise missing("bake")
    return version


def version_of(household: Household, bake_id: int, number: int) -> BakeVersion:
    """One version of one bake, deleted bakes included: batches still point to them."""
    version = (
        BakeVersion.objects.filter(bake__household=household, bake_id=bake_id, number=number)
        .select_related("bake")
        .first()
    )
    if version is None:
        raise missing("version")
    return version


def create(household: Household, document: compute.Document, client_id: uuid.UUID | None = None) -> BakeVersion:
    """A new bake with its first version; sent twice with one id, it is one bake."""
    _check(document)
    return _version(once(household, "new bake", client_id, lambda: _created(household, document)))


def _created(household: Household, document: compute.Document) -> int:
    bake = Bake.objects.create(household=household)
    return BakeVersion.objects.create(bake=bake, number=1, document=document).pk


def _version(key: int) -> BakeVersion:
    return BakeVersion.objects.select_related("bake").get(pk=key)


def _locked(household: Household, bake_id: int) -> Bake:
    bake = Bake.objects.select_for_update().filter(household=household, id=bake_id, deleted=False).first()
    if bake is None:
        raise missing("bake")
    return bake


def save(
    household: Household, bake_id: int, base: int, document: compute.Document, client_id: uuid.UUID | None = None
) -> BakeVersion:
    """Add a version made from version `base`; Refusal 409 when something else was saved since.

    Saving what the head already says adds nothing, whatever it was made from. A save sent again is answered with the
    version it made, whatever was saved since.
    """
    _check(document)
    return _version(once(household, "save", client_id, lambda: _saved(household, bake_id, base, document)))


def _saved(household: Household, bake_id: int, base: int, document: compute.Document) -> int:
    bake = _locked(household, bake_id)
    head = BakeVersion.objects.get(bake=bake, number=bake.head)
    # Two windows that made the same change made one save: documents are compared before versions.
    if head.document == document:
        return head.pk
    if bake.head != base:
        raise Refusal(
            409,
            say(
                "This bake was changed in another window meanwhile: yours is kept here. Save it as its own bake, or "
                "take the other."
            ),
        )
    bake.head = base + 1
    bake.save()
    return BakeVersion.objects.create(bake=bake, number=bake.head, document=document).pk


@transaction.atomic
def delete(household: Household, bake_id: int) -> None:
    """Put a bake away. Its versions stay for the batches made from them."""
    bake = _locked(household, bake_id)
    bake.deleted = True
    bake.save()
