# frozen_string_literal: true

# Random damage to STEP text: bytes, numbers, references, records, brackets.
module StepMutation
  module_function

  def of(text, rng)
    text = text.b
    rng
      .rand(1..6)
      .times do
        text = send(%i[byte number reference drop_record swap bracket repeat].sample(random: rng), text.dup, rng)
      end
    text
  end

  def somewhere(text, rng, pattern)
    text.to_enum(:scan, pattern).map { Regexp.last_match.offset(0) }.sample(random: rng)
  end

  def byte(text, rng)
    text.setbyte(rng.rand(text.bytesize), rng.rand(256))
    text
  end

  def number(text, rng)
    from, to = somewhere(text, rng, /-?\d+\.\d*(?:E[+-]?\d+)?/n)
    from ? text.tap { |t| t[from...to] = %w[0. -1. 1.E9 1.E308 1.E999 -0. 1.E-12].sample(random: rng) } : text
  end

  def reference(text, rng)
    from, to = somewhere(text, rng, /#\d+/n)
    from ? text.tap { |t| t[from...to] = "##{rng.rand(1..1200)}" } : text
  end

  def drop_record(text, rng)
    from, to = somewhere(text, rng, /^#\d+ ?=[^;]*;/n)
    from ? text.tap { |t| t[from...to] = '' } : text
  end

  def swap(text, rng)
    from, to = somewhere(text, rng, /\.[TF]\./n)
    from ? text.tap { |t| t[from...to] = t[from...to] == '.T.' ? '.F.' : '.T.' } : text
  end

  def bracket(text, rng)
    from, = somewhere(text, rng, /[(),;']/n)
    from ? text.tap { |t| t[from] = ['(', ')', ',', ';', "'", '$', '*'].sample(random: rng) } : text
  end

  def repeat(text, rng)
    from = rng.rand(text.bytesize)
    text.tap { |t| t.insert(from, t[from, 200].to_s * rng.rand(1..4)) }
  end
end
