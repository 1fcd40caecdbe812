# frozen_string_literal: true

require 'tmpdir'
# Tests of the application run on a data folder of their own.
ENV['RACK_ENV'] = 'test'
ENV['NOCKPLANE_HOSTS'] = 'localhost 127.0.0.1 example.org'
ENV['NOCKPLANE_DATA'] = Dir.mktmpdir('nockplane-test')
Minitest.after_run { FileUtils.rm_rf(ENV.fetch('NOCKPLANE_DATA')) } if defined?(Minitest)

require 'test_helper'
require_relative '../config/application'
require 'rack/test'
require 'minitest/mock'

# What follows from a change is done at once; runs wait for a worker. What is only made ahead is not made, unless a test
# asks.
INLINE = [
  App::Jobs::FollowJob,
  App::Jobs::PartsJob,
  App::Jobs::MassJob,
  App::Jobs::SweepJob,
  App::Jobs::DocketJob,
  App::Jobs::ReadyJob,
  App::Jobs::PaperJob
].freeze
Delayed::Worker.delay_jobs =
  lambda do |job|
    task = job.payload_object
    !INLINE.include?(task.class) || (task.respond_to?(:run_id) && !task.run_id.nil?)
  end
[App::Jobs::ReadyJob, App::Jobs::PaperJob].each do |kind|
  kind.alias_method :really_perform, :perform
  kind.define_method(:perform) { AppTest.ahead || (respond_to?(:run_id) && run_id) ? really_perform : nil }
end

# Starts every test from empty tables.
class AppTest < CoreTest
  include Rack::Test::Methods

  class << self
    # Is what is only made ahead made, too?
    attr_accessor :ahead
  end

  # Two of the lids above each other, and the same with explode steps.
  UNIT = <<~A
    nockplane: assembly/1
    name: Unit
    properties: {number: QI-9}
    components:
      - {id: base, model: QI-2130}
      - {id: top, model: QI-2130, on: "base:plate/end.end", offset: 20}
  A
  EXPLODED = "#{UNIT}explode:\n  - {components: [top], direction: [0, 0, 1], distance: 50}\n"

  def app = App::Web

  # Blanks and line breaks between the words of a page say nothing.
  def assert_includes(collection, object, message = nil)
    page?(collection) ? super(squeezed(collection), squeezed(object), message) : super
  end

  def refute_includes(collection, object, message = nil)
    page?(collection) ? super(squeezed(collection), squeezed(object), message) : super
  end

  def assert_match(pattern, text, message = nil) = super(pattern, page?(text) ? squeezed(text) : text, message)
  def refute_match(pattern, text, message = nil) = super(pattern, page?(text) ? squeezed(text) : text, message)
  def page?(text) = text.is_a?(String) && text.include?('<')
  def squeezed(html) = html.gsub(/\s+/, ' ').gsub('> <', '><')

  def setup
    [
      App::Records::JournalEntry,
      App::Records::Binding,
      App::Records::Standing,
      App::Records::VariantStanding,
      App::Records::VariantBuild,
      App::Records::GivenNumber,
      App::Records::NumberScheme
    ].each(&:delete_all)
    App::Records::Drawing.unscoped.where(kind: 'drawing').delete_all
    [App::Records::IntakeFile, App::Records::Run, App::Records::Arrival, App::Records::HoldUp, Delayed::Job].each(
      &:delete_all
    )
    App::Records::Revision.delete_all
    App::Records::Model.unscoped.delete_all
    App::Records::Property.delete_all
    App::Workshop.reset
  end

  # Templates as they ship, after a test that changed them.
  def restore_templates
    ids = App::Records::Template.pluck(:id)
    App::Records::JournalEntry.where(drawing_id: ids).delete_all
    App::Records::TemplateRevision.delete_all
    App::Records::Template.delete_all
    App::Records::Template.ship
  end

  PART = <<~F
    nockplane: recipe/1
    name: Lid
    properties: {number: QI-2130, material: EN AW-6061}
    parameters:
      length: {value: 100, tolerance: "±0.2"}
      thick: 6
      half: {value: length / 2}
      sink: 3
    features:
      - id: plate
        type: extrude
        profile: {kind: rectangle, width: length, height: half}
        depth: thick
      - id: seat
        type: hole
        on: plate/end.end
        at: [20, 0]
        diameter: 16
        depth: sink
        point_angle: 180
  F

  # The lid as a family: a short one without its seat, a long one, and one that can't be built.
  ROWS = <<~ROWS
    variants:
      short: {length: 60, seat: false, properties: {number: QI-2131, name: Lid 60}}
      long: {length: 140}
      hollow: {sink: 0}
  ROWS
  FAMILY = PART.sub('features:', "#{ROWS}features:")

  # What a form or a script posts, with the page's token.
  def post_form(path, **fields)
    get '/'
    token = CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
    post path, fields.merge(authenticity_token: token)
  end

  def post_data(path, **data)
    get '/'
    token = CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1])
    post path,
         JSON.generate(data),
         'CONTENT_TYPE' => 'application/json',
         'HTTP_ACCEPT' => 'application/json',
         'HTTP_X_CSRF_TOKEN' => token
    JSON.parse(last_response.body)
  end

  # A STEP file's bytes as the next revision of a model, or as a new one.
  def take(bytes, name, model: nil, **more)
    received = App::Received.read(bytes, name)
    if model
      App::Actions::KeepReceived.as_revision(received, model, **more)
    else
      App::Actions::KeepReceived.as_new(received, **more)
    end
  end

  def lid = @lid ||= App::Actions::AddModel.call(PART)

  # A drawing of the lid with front and plan dimensions adopted.
  def drawn
    @drawn ||=
      App::Actions::CreateDrawing.call(lid, 'a3-part-first-angle').tap { |d| %w[front plan].each { |v| adopt(d, v) } }
  end

  # Adopts what shows well in a view (which: ['measured'] for sizes measured); nothing where nothing is left.
  def adopt(drawing, view, which = nil)
    App::Actions::EditDrawing.call(drawing, base: nil) do |value|
      Nockplane::Linking::Adoption.new(value, App::Workshop.source).adopt(value.view(view), which)
    end
  rescue App::Refused
    nil
  end

  def revise(model, old, new, note: '')
    App::Actions::ReviseModel.call(model, model.latest.recipe.sub(old, new), note: note)
  end

  # POST of a form as the page sends it.
  def form(path, **data)
    get '/'
    post path,
         data.merge(authenticity_token: CGI.unescapeHTML(last_response.body[/name="csrf-token" content="([^"]+)"/, 1]))
  end

  # POST of JSON as the page's script does it, with the session's token.
  def post_json(path, data)
    get '/' unless @token
    @token ||= last_response.body[/name="csrf-token" content="([^"]+)"/, 1]
    post path,
         JSON.generate(data),
         'CONTENT_TYPE' => 'application/json',
         'HTTP_X_CSRF_TOKEN' => CGI.unescapeHTML(@token),
         'HTTP_ACCEPT' => 'application/json'
    JSON.parse(last_response.body)
  end
end
