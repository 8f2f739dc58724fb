#compdef lacuna
# The completion that is made for bash, by what zsh has for such; loaded the first time it is asked for.
whence compopt >/dev/null || compopt() { return 0; } # zsh has none
if ! whence _complete_lacuna >/dev/null; then
  . /usr/share/bash-completion/completions/lacuna
fi
_bash_complete -o default -F _complete_lacuna
