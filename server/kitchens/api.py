"""Kitchens and the pantry."""

from django.http import HttpRequest, HttpResponse

from accounts.services import household_of
from gateway import compute
from gateway.contract import Failure, Id, KitchenDocument, Number, Strict, routes, written
from kitchens import services
from kitchens.models import Kitchen

router = routes("kitchens")


class KitchenOut(Strict):
    """rises: how its doughs rise beside a usual kitchen's, in words; null where no batch has taught it."""

    id: int
    name: str
    revision: Number
    document: KitchenDocument
    rises: compute.RisesHere | None


class KitchenChange(Strict):
    """revision: the one the change was made on."""

    revision: Number
    document: KitchenDocument


def _out(kitchen: Kitchen) -> KitchenOut:
    return KitchenOut(
        id=kitchen.pk,
        name=str(kitchen),
        revision=kitchen.revision,
        document=kitchen.document,
        rises=compute.how_it_rises(kitchen.document),
    )


@router.get("/kitchens", response={200: list[KitchenOut], 401: Failure, 403: Failure}, operation_id="list_kitchens")
def list_kitchens(request: HttpRequest) -> list[KitchenOut]:
    """This household's kitchens."""
    return [_out(k) for k in services.kitchens_of(household_of(request))]


@router.put(
    "/kitchens/{kitchen_id}",
    response={200: KitchenOut, 401: Failure, 403: Failure, 404: Failure, 409: Failure, 422: Failure},
    operation_id="change_kitchen",
)
def change_kitchen(request: HttpRequest, kitchen_id: Id, payload: KitchenChange) -> KitchenOut:
    """Change a kitchen."""
    return _out(services.change(household_of(request), kitchen_id, payload.revision, payload.document))


@router.get(
    "/spots",
    response={200: list[compute.SpotOut], 401: Failure, 403: Failure, 404: Failure},
    operation_id="list_spots",
)
def list_spots(request: HttpRequest) -> list[compute.SpotOut]:
    """Where a dough can stand in this household's first kitchen."""
    return compute.spots(services.kitchen_of(household_of(request), None).document)


@router.get(
    "/pantry",
    response={200: list[compute.PantryItem], 401: Failure, 403: Failure, 404: Failure},
    operation_id="list_pantry",
)
def list_pantry(request: HttpRequest) -> HttpResponse:
    """What is on the shelf, this household's first kitchen's own among it."""
    kitchen = services.kitchen_of(household_of(request), None).document
    return written(compute.pantry_as_json(kitchen))
