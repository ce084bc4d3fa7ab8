#!/bin/sh
# collect.sh: asks this machine what it is and packs the answers into one archive for Irvak.
#
#   sh collect.sh          says what it will run, asks, runs it, leaves  irvak-NAME-DATE.tar.gz  here
#   sh collect.sh -y       does not ask
#   sh collect.sh -n       only says what it would run
#
# It only reads. It changes nothing, sends nothing, needs no network, installs nothing. What is missing is left out.
# Run it as administrator (sudo sh collect.sh): without rights the firmware tables and the drives' health stay unknown.
# What it packs: hardware names, serial numbers, mount points, the name of the machine, the kernel's log of hardware.
# No files of yours, no passwords, no list of programs.
set -u
PATH=$PATH:/usr/sbin:/sbin
LC_ALL=C
export PATH LC_ALL

jobs() { # NAME COMMAND: one line per question
  cat <<'END'
firmware       dmidecode
pci            lspci -vvnn
memory         cat /proc/meminfo
processors     cat /proc/cpuinfo
waiting        grep . /proc/pressure/memory /proc/pressure/io /proc/pressure/cpu
load           vmstat 5 4
disks          lsblk -J -b -O
nvme           nvme list -o json
arrays         cat /proc/mdstat
errors         grep -Hs . /sys/devices/system/edac/mc/mc*/[cu]e_count /sys/devices/system/edac/mc/mc*/*/dimm_[cu]e_count /sys/devices/system/edac/mc/mc*/*/dimm_label
management     ipmitool lan print
system         uname -a
log            dmesg
END
  for disk in /dev/sd? /dev/sd?? /dev/nvme? /dev/nvme??; do
    [ -e "$disk" ] && echo "health-${disk##*/}   smartctl --json -x $disk"
  done
  for array in /dev/md[0-9]*; do
    [ -b "$array" ] && echo "array-${array##*/}   mdadm --detail $array"
  done
  for port in /sys/class/net/*; do
    [ -e "$port/device" ] && echo "port-${port##*/}   ethtool ${port##*/}"
  done
}

echo "This will be run, and nothing else:"
jobs | while read -r name command; do
  if command -v "${command%% *}" >/dev/null 2>&1; then echo "  $command"; else echo "  ($command: not on this machine, left out)"; fi
done
[ "${1:-}" = -n ] && exit 0
[ "$(id -u)" = 0 ] || echo "You are not administrator: some answers will be missing."
if [ "${1:-}" != -y ]; then
  printf 'Go on? [y/N] '
  read -r answer
  case $answer in y|Y|yes) ;; *) echo "Nothing was run."; exit 1 ;; esac
fi

folder=$(mktemp -d) || exit 1
trap 'rm -rf "$folder"' EXIT
jobs | while read -r name command; do
  command -v "${command%% *}" >/dev/null 2>&1 || continue
  echo "  $command"
  # Words are split on purpose: a line above is a command with its arguments.
  # shellcheck disable=SC2086
  $command >"$folder/$name.txt" 2>/dev/null </dev/null
  [ -s "$folder/$name.txt" ] || rm -f "$folder/$name.txt"
done
out="irvak-$(uname -n)-$(date +%Y%m%d-%H%M).tar.gz"
(cd "$folder" && tar -cf - ./*.txt) | gzip >"$out" && echo "Done: $out. Drop it onto Irvak's survey page."
