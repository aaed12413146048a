"""Who is signed in, looked up together with the household they belong to: every request asks for both."""

from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.models import User


class WithHousehold(ModelBackend):
    """Django's own way of signing in; the person comes with their household in one query instead of two."""

    def get_user(self, user_id: int) -> User | None:
        """The person of a session; None where there is none any more, or they may not sign in."""
        found = User.objects.select_related("member__household").filter(pk=user_id).first()
        return found if found is not None and self.user_can_authenticate(found) else None
