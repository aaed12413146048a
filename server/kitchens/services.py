"""Reading and changing kitchens, each change one transaction."""

from django.db import transaction

from accounts.models import Household
from gateway import compute
from gateway.contract import Refusal, missing
from gateway.words import say
from kitchens.models import Kitchen


def kitchens_of(household: Household) -> list[Kitchen]:
    """A household's kitchens, oldest first."""
    return list(Kitchen.objects.filter(household=household).order_by("id"))


def kitchen_of(household: Household, kitchen_id: int | None) -> Kitchen:
    """One kitchen of this household (its first, for None); Refusal 404 for any other."""
    found = Kitchen.objects.filter(household=household).order_by("id")
    kitchen = found.first() if kitchen_id is None else found.filter(id=kitchen_id).first()
    if kitchen is None:
        raise missing("kitchen")
    return kitchen


@transaction.atomic
def create(household: Household, document: compute.Document) -> Kitchen:
    """A new kitchen; a document with problems is refused."""
    compute.check_kitchen(document)
    return Kitchen.objects.create(household=household, document=document)


@transaction.atomic
def change(household: Household, kitchen_id: int, revision: int, document: compute.Document) -> Kitchen:
    """Replace a kitchen's document; Refusal 409 when it changed since `revision`."""
    compute.check_kitchen(document)
    kitchen = Kitchen.objects.select_for_update().filter(household=household, id=kitchen_id).first()
    if kitchen is None:
        raise missing("kitchen")
    if kitchen.revision != revision:
        raise Refusal(409, say("This kitchen was changed elsewhere meanwhile: reload it, then make your change again."))
    kitchen.document, kitchen.revision = document, revision + 1
    kitchen.save()
    return kitchen


def locked(kitchen_id: int) -> Kitchen:
    """A kitchen that no one else can change until this transaction ends."""
    return Kitchen.objects.select_for_update().get(id=kitchen_id)


def write_learned(kitchen: Kitchen, document: compute.Document) -> None:
    """Write what batches have taught a kitchen obtained from `locked`."""
    kitchen.document = document
    kitchen.revision += 1
    kitchen.save()
