# frozen_string_literal: true

# Time from typing a size on the Carousel's sheet to the new number and its lines standing there, as the person sees it:
# a browser, a server and a worker of their own on the demo data, plain Ruby without JIT. ruby bench/browser.rb [EDITS]
require_relative 'server'
require 'capybara'
require 'selenium-webdriver'

PORT = 4791
SERVER = BenchServer.new('browser', PORT)
ARGUMENTS = %w[
  --headless=new
  --no-sandbox
  --window-size=1280,900
  --disable-gpu-compositing
  --disable-dev-shm-usage
].freeze

Capybara.register_driver(:chromium) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: '/usr/bin/chromium')
  ARGUMENTS.each { |a| options.add_argument(a) }
  service = Selenium::WebDriver::Service.chrome(path: '/usr/bin/chromedriver')
  Capybara::Selenium::Driver.new(app, browser: :chrome, options: options, service: service)
end
Capybara.run_server = false
Capybara.app_host = "http://127.0.0.1:#{PORT}"
Capybara.default_max_wait_time = 60
PAGE = Capybara::Session.new(:chromium)

# The page's own clock: from the click until these words stand on the sheet. (The driver's clicks come back late.)
WATCH = <<~JS
  const wanted = arguments[0];
  window.took = null;
  addEventListener('click', () => {
    const from = performance.now();
    const look = () => {
      const there = [...document.querySelectorAll('#sheet text')].some((t) => t.textContent.includes(wanted));
      there ? requestAnimationFrame(() => { window.took = performance.now() - from; }) : setTimeout(look, 10);
    };
    look();
  }, { capture: true, once: true });
JS

# Seconds until a size typed stands on the sheet.
def edit(value)
  PAGE.fill_in 'value', with: value.to_s
  PAGE.execute_script(WATCH, "⌀#{format('%.1f', value).sub(/\.0\z/, '').tr('.', ',')}")
  PAGE.click_button 'Change the model'
  sleep 0.3 until (took = PAGE.evaluate_script('window.took'))
  took / 1000
end

SERVER.quiet
document = JSON.parse(SERVER.value("SELECT document FROM drawings WHERE slug = 'qi-2107-d'"))
id = document.to_s[/"id"=>"([^"]+)"[^{}]*"dimension"=>"hub\.profile\.diameter"/, 1]
PAGE.visit "/drawings/qi-2107-d?select=dimension/#{id}"
edit(34.5)
count = Integer(ARGV[0] || 20)
times = Array.new(count) do |i|
  sleep 1.5 # (a person looks at it)
  edit((35 + (i * 0.3)).round(1))
end
times.sort!
puts format(
  'size typed to sheet (Carousel, 4 views): median %.2f s, p95 %.2f s, longest of %d: %.2f s',
       times[times.size / 2],
       times[((times.size - 1) * 0.95).round],
       times.size,
       times[-1]
)
PAGE.driver.quit
