# frozen_string_literal: true

require 'app_helper'
require 'capybara/minitest'
require 'selenium-webdriver'

# Chromium tells of an element that went away with its page in two ways: as stale, which Capybara waits out by looking
# again, and, when the page goes while it is being asked, as an unknown inspector error. Both are waited out; at the end
# they still fail.
class PatientDriver < Capybara::Selenium::Driver
  def invalid_element_errors = super + [Selenium::WebDriver::Error::UnknownError]
end

# Seconds that the driver may take for one answer; a page that computes on a busy machine takes long.
READING = 300

# (Pages are put together without the emulated graphics card, which takes more of a processor than all else in a test;
# only what is drawn in 3D uses it.)
Capybara.register_driver(:chromium) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: '/usr/bin/chromium')
  %w[
    --headless=new
    --no-sandbox
    --window-size=1280,900
    --hide-scrollbars
    --disable-gpu-compositing
    --use-angle=swiftshader
    --enable-unsafe-swiftshader
    --disable-dev-shm-usage
    --disable-background-networking
    --disable-component-update
    --disable-sync
    --no-first-run
    --disable-quic
  ].each { |a| options.add_argument(a) }
  options.add_option('goog:loggingPrefs', { browser: 'ALL' })
  PatientDriver.new(
    app,
    browser: :chrome,
    options: options,
    service: Selenium::WebDriver::Service.chrome(path: '/usr/bin/chromedriver'),
    timeout: READING
  )
end
Capybara.app = App::Web
Capybara.server = :puma, { Silent: true, Threads: '1:4' }
Capybara.default_driver = :chromium
Capybara.default_max_wait_time = 60 # (a busy machine is no fault)
Capybara.enable_aria_label = true

# A person at the browser.
class SystemTest < AppTest
  include Capybara::DSL
  include Capybara::Minitest::Assertions

  def setup
    super
    AppTest.ahead = true
  end

  def teardown
    AppTest.ahead = false
    trouble =
      page.driver.browser.logs.get(:browser).reject { |l| l.level != 'SEVERE' || l.message.match?(/status of (4\d\d)/) }
    assert_empty trouble.map(&:message), 'the browser reported errors'
  ensure
    Capybara.reset_sessions!
  end

  def sheet_group(key) = find(%(#sheet g[data-owner="#{key}"]), visible: :all)

  # Where a group's middle is on screen, in pixels.
  def middle(key)
    evaluate_script(<<~JS, key)
      (() => { const b = document.querySelector(`#sheet g[data-owner="${arguments[0]}"]`).getBoundingClientRect(); return [b.x + b.width / 2, b.y + b.height / 2]; })()
    JS
  end

  # Drags from a screen point by pixels.
  def drag(from, by)
    mouse = page.driver.browser.action
    mouse.move_to_location(from[0].round, from[1].round).pointer_down(:left)
    mouse
      .move_by((by[0] / 2).round, (by[1] / 2).round)
      .move_by(by[0] - (by[0] / 2).round, by[1] - (by[1] / 2).round)
      .pointer_up(:left)
      .perform
  end

  # Waits until the block is true.
  def eventually(what = 'what was waited for', &block)
    assert seen_within(Capybara.default_max_wait_time, &block), "#{what} did not happen"
  end

  # Does the block come true within some seconds?
  def seen_within(seconds)
    deadline = Time.now + seconds
    sleep 0.05 until (ok = yield) || Time.now > deadline
    ok
  end

  def sheet_words = evaluate_script("[...document.querySelectorAll('#sheet text')].map((t) => t.textContent)")
end
