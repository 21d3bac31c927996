web: exec bundle exec puma -q -C config/puma.rb
worker: exec bin/worker --log-level warn
texts: exec bundle exec puma -q -e production -w 0 -t 1:4 -b tcp://127.0.0.1:${TEXTS_PORT:-4610} stand_ins/texts/config.ru
mail: exec bundle exec puma -q -e production -w 0 -t 1:2 -b tcp://127.0.0.1:${MAIL_PORT:-4630} stand_ins/mail/config.ru
offices: exec bundle exec puma -q -e production -w 0 -t 1:2 -b tcp://127.0.0.1:${OFFICES_PORT:-4640} stand_ins/offices/config.ru
devices: exec bundle exec puma -q -e production -w 0 -t 1:2 -b tcp://127.0.0.1:${DEVICES_PORT:-4620} stand_ins/devices/config.ru
