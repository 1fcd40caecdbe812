# frozen_string_literal: true

module App
  # What a person may do: the one place that is asked, with the person, the action and the thing. Without people in the
  # office there is nobody to ask for: whoever reaches this machine may do everything.
  class Policy
    ROLES = %w[lead drafter designer reader].freeze
    WORKING = %w[lead drafter designer].freeze

    # Which roles may do what. open: without logging in; own: anybody who is logged in.
    MAY = {
      open: ROLES,
      own: ROLES,
      issued: ROLES,
      read: WORKING,
      talk: WORKING,
      draw: %w[lead drafter],
      model: %w[lead designer],
      size: %w[lead designer],
      house: %w[lead],
      issue: %w[lead],
      people: %w[lead]
    }.freeze

    # What each is, in words, as "only a lead can ...".
    WORDS = {
      issued: 'see what was issued',
      read: 'see drawings and models',
      talk: 'comment and settle',
      draw: 'change drawings',
      model: 'change models',
      size: 'change sizes of models on a drawing',
      house: 'change templates, standards and numbers',
      issue: 'issue',
      people: 'invite people and change what they may do'
    }.freeze

    # What a lead can let others do: { name => [action, role] }.
    ALLOWANCES = { 'drafters change sizes' => [:size, 'drafter'] }.freeze

    # What a run of a kind is; drawing, where nothing is said.
    RUNS = {
      'import' => :model,
      'variant' => :model,
      'issue' => :issue,
      'renumber' => :house,
      'paper' => :read,
      'rebind preview' => :read,
      'repoint preview' => :read
    }.freeze

    def self.of_run(kind) = RUNS.fetch(kind, :draw)

    attr_reader :person

    # person: Records::Person, nil for nobody.
    def initialize(person, any: People.any?)
      @person = person
      @any = any
    end

    # Is somebody there, or nobody needed?
    def known? = !@any || !@person.nil?

    # thing: what it is done to, nil where that makes no difference.
    def may?(action, thing = nil)
      return true if action == :open || !@any
      return false unless @person && !@person.off?

      roles(action).include?(@person.role) && !own?(thing)
    end

    # Why not, and who could.
    def refusal(action)
      able = roles(action).map { |r| "a #{r}" }
      who = able.size > 1 ? "#{able[..-2].join(', ')} or #{able[-1]}" : able[0]
      "As #{@person ? "a #{@person.role}" : 'a guest'} you can't #{WORDS.fetch(action, 'do that')}; #{who} can."
    end

    # Actions that the person may do.
    def all = MAY.keys.select { |action| may?(action) }

    private

    def roles(action)
      let = ALLOWANCES.filter_map { |name, (what, role)| role if what == action && allowed?(name) }
      MAY.fetch(action) | let
    end

    def allowed?(name) = Records::Allowance.exists?(name: name)

    # (Nobody switches themselves off or takes their own role away.)
    def own?(thing) = thing.is_a?(Records::Person) && thing.id == @person.id
  end
end
